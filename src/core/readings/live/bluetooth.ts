/**
 * Values of the standard Bluetooth services: Environmental Sensing (0x181A) and Weight Scale (0x181D), as the Bluetooth SIG assigns them (GATT
 * Specification Supplement). Pressures absolute, kPa; temperatures degC; humidity %; weights g. Null for a value that says it is not known, or too short.
 */
import { toBase } from "../../units/units";

export const bluetoothServices = { environment: 0x181a, scale: 0x181d, battery: 0x180f } as const;
export const bluetoothCharacteristics = {
  pressure: 0x2a6d,
  temperature: 0x2a6e,
  humidity: 0x2a6f,
  weight: 0x2a9d,
  battery: 0x2a19,
} as const;
export type BluetoothValue = keyof typeof bluetoothCharacteristics;

/** Unsigned 32 bit, 0.1 Pa. */
export function bluetoothPressureKpa(data: DataView): number | null {
  return data.byteLength < 4 ? null : data.getUint32(0, true) / 10_000;
}

/** Signed 16 bit, 0.01 degC; 0x8000 is not known. */
export function bluetoothTemperatureC(data: DataView): number | null {
  if (data.byteLength < 2) return null;
  const value = data.getInt16(0, true);
  return value === -0x8000 ? null : value / 100;
}

/** Unsigned 16 bit, 0.01 %; 0xFFFF is not known. */
export function bluetoothHumidityPct(data: DataView): number | null {
  if (data.byteLength < 2) return null;
  const value = data.getUint16(0, true);
  return value === 0xffff ? null : value / 100;
}

/** Flags, then unsigned 16 bit: 5 g, or 0.01 lb where the lowest flag is set; 0xFFFF is an unsuccessful measurement. */
export function bluetoothWeightG(data: DataView): number | null {
  if (data.byteLength < 3) return null;
  const value = data.getUint16(1, true);
  if (value === 0xffff) return null;
  return data.getUint8(0) & 1 ? toBase(value / 100, "lb") : value * 5;
}

export function bluetoothBatteryPct(data: DataView): number | null {
  if (data.byteLength < 1) return null;
  const value = data.getUint8(0);
  return value > 100 ? null : value;
}

/** Words and units of the values in a text line, in their order; "ambient" is what an environment's temperature mostly is. */
const lineWords: readonly { what: Exclude<BluetoothValue, "battery">; word: string; unit: string }[] = [
  { what: "pressure", word: "air_pressure", unit: "kPa abs" },
  { what: "temperature", word: "ambient", unit: "°C" },
  { what: "humidity", word: "humidity", unit: "%" },
  { what: "weight", word: "weight", unit: "g" },
];

/** Values of a device as the text line that any other instrument would send, so that they are decoded and assigned like one. */
export function bluetoothLine(values: ReadonlyMap<BluetoothValue, number>): string {
  return lineWords
    .flatMap(({ what, word, unit }) => {
      const value = values.get(what);
      return value === undefined ? [] : [`${word} ${value} ${unit}`];
    })
    .join(" ");
}
