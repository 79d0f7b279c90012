/** Documents of a device in memory, as its browser keeps them: whole, and only what was kept comes back. */
import { RecordDocument } from "@/core/sync/record-document";
import { shapeOf } from "@/core/sync/shapes";
import { type DeviceState, type DocumentStore, isPending, newDevice, type OpenDocument } from "@/core/sync/sync-device";

export class MemoryDocuments implements DocumentStore {
  private rows = new Map<string, { update: Uint8Array; sent: Uint8Array | null }>();
  state: DeviceState;

  constructor(
    device: string,
    private readonly unique: () => string,
  ) {
    this.state = newDevice(device);
  }

  /** As it stands now, for a device that comes back from an old copy of itself. */
  copy(): MemoryDocuments {
    const copy = new MemoryDocuments(this.state.device, this.unique);
    copy.rows = structuredClone(this.rows);
    copy.state = structuredClone(this.state);
    return copy;
  }

  document(key: string): RecordDocument {
    const row = this.rows.get(key);
    return new RecordDocument(
      shapeOf(key) ?? { logs: [], own: [] },
      this.state.device,
      this.unique,
      row && [row.update],
    );
  }

  private openNow = (keys: readonly string[]) =>
    new Map(keys.map((key) => [key, { document: this.document(key), sent: this.rows.get(key)?.sent ?? null }]));

  open = async (keys: readonly string[]) => this.openNow(keys);

  async change(
    keys: readonly string[],
    change: (documents: ReadonlyMap<string, OpenDocument>) => void,
    state: DeviceState,
  ): Promise<void> {
    const documents = this.openNow(keys);
    change(documents);
    for (const [key, { document, sent }] of documents) this.rows.set(key, { update: document.since(), sent });
    this.state = structuredClone(state);
  }

  /** Changes one document, as somebody at the device does. */
  edit(key: string, change: (document: RecordDocument) => void): void {
    const document = this.document(key);
    change(document);
    this.rows.set(key, { update: document.since(), sent: this.rows.get(key)?.sent ?? null });
  }

  pending = async () =>
    [...this.rows.keys()].filter((key) => isPending({ document: this.document(key), sent: this.rows.get(key)!.sent }));

  resend = async () => {
    for (const row of this.rows.values()) row.sent = null;
  };
}
