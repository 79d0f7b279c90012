/** Updates as they stand in a file: deflated (RFC 1951), which takes a job to a seventh. */
async function through(bytes: Uint8Array, by: CompressionStream | DecompressionStream): Promise<Uint8Array> {
  const stream = new Blob([bytes as Uint8Array<ArrayBuffer>]).stream().pipeThrough(by);
  return new Uint8Array(await new Response(stream).arrayBuffer());
}

export const packed = (update: Uint8Array): Promise<Uint8Array> =>
  through(update, new CompressionStream("deflate-raw"));
/** Rejects what is not deflated. */
export const unpacked = (bytes: Uint8Array): Promise<Uint8Array> =>
  through(bytes, new DecompressionStream("deflate-raw"));
