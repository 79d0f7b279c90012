/** One JSON value, or JSON Lines: a value a line, blank lines passed over; a line that is no JSON is named. */
export type JsonLine = { line: number; value: unknown } | { line: number; broken: true };

export function parseJsonLines(text: string): JsonLine[] {
  try {
    return [{ line: 1, value: JSON.parse(text) }];
  } catch {
    return text.split(/\r?\n/).flatMap((line, index): JsonLine[] => {
      if (line.trim() === "") return [];
      try {
        return [{ line: index + 1, value: JSON.parse(line) }];
      } catch {
        return [{ line: index + 1, broken: true }];
      }
    });
  }
}
