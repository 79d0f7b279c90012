/** Binary files that a bundler puts in as bytes. */
declare module "*.bin" {
  const bytes: Uint8Array;
  export default bytes;
}
