/** How each kind of record is put apart into a document. */

export type Tree = Readonly<Record<string, unknown>>;

/** A list whose entries are added one by one. */
export interface LogShape {
  /** Names that lead to it. */
  names: readonly string[];
  /** Somebody may take an entry away again; from any other log nothing ever goes. */
  removable?: true;
}

/** How a kind of record is put apart. */
export interface DocumentShape {
  /** A list that is none of these is one value. */
  logs: readonly LogShape[];
  /** Lists of parts that each have fields of their own, and the field that tells them apart. */
  keyed?: readonly { names: readonly string[]; by: string }[];
  /** Lists that only grow: of two the one that goes on from the other stands. */
  growing?: readonly (readonly string[])[];
  /** Parts that a program writes: each is one value, and of two any one stands, the same on every device. */
  computed?: readonly (readonly string[])[];
  /** Top-level parts that each device keeps for itself. */
  own: readonly string[];
  /** Lock of a signature; absent where such records are not signed. */
  signature?: {
    isSigned: (record: Tree) => boolean;
    /** Log of amendments: a signature is void once there is one more than when it was given. */
    amendments: readonly string[];
    /** Top-level parts that a signature does not cover. */
    uncovered: readonly string[];
  };
}
