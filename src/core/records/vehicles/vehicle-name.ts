/** By what a vehicle is known again: its name as it was typed, whatever its capitals and blanks. */
export function vehicleKey(name: string): string {
  return name.trim().toLowerCase().replace(/\s+/g, " ");
}
