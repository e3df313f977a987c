/** True when no number in plain data is none (NaN). */
export function sound(data: unknown): boolean {
  if (typeof data === "number") return !Number.isNaN(data);
  if (typeof data !== "object" || data === null) return true;
  return ArrayBuffer.isView(data) || Object.values(data).every(sound);
}
