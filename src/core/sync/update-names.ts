/** Names of update files: device, month, and a mark of this file alone. */
const NAME = /^([a-z0-9]+)_(\d{4}-\d\d)_([a-z0-9]+)\.evrid-updates$/;

export const updateFileName = (device: string, month: string, mark: string): string =>
  `${device}_${month}_${mark}.evrid-updates`;
export const isUpdateFile = (name: string): boolean => NAME.test(name);
/** "2026-06"; null for another file. */
export const monthOf = (name: string): string | null => NAME.exec(name)?.[2] ?? null;
