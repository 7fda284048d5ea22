/** Exact amounts go over the wire as whole numbers, decimals or fractions: '1/100'. */
type Amount = number | string;

const MOST_PLACES = 12;
const FRACTION = /^(-?\d+)\/(\d+)$/;
const ANGLE = /^(-|−)?(\d+)\s*°\s*(?:(\d+(?:\.\d+)?)\s*['′’]\s*)?(?:(\d+(?:\.\d+)?)\s*(?:"|″|”|'')\s*)?$/;

/** As a decimal where it ends, else as the fraction that it is. */
export function amountShown(amount: Amount): string {
  const parts = FRACTION.exec(String(amount));
  if (!parts) return String(amount);
  const value = Number(parts[1]) / Number(parts[2]);
  for (let places = 0; places <= MOST_PLACES; places++) {
    const scaled = value * 10 ** places;
    if (Math.abs(scaled - Math.round(scaled)) < 1e-9 && endsBy(Number(parts[2]), places))
      return value.toFixed(places);
  }
  return String(amount);
}

/** A reduced fraction ends after so many decimals when its bottom divides that power of ten. */
const endsBy = (bottom: number, places: number): boolean => 10 ** places % bottom === 0;

/** Degrees and minutes, with seconds where there are any: 359°59′. */
export function degreesShown(amount: Amount): string {
  const parts = FRACTION.exec(String(amount));
  const value = parts ? Number(parts[1]) / Number(parts[2]) : Number(amount);
  if (!Number.isFinite(value)) return String(amount);
  const seconds = Math.round(Math.abs(value) * 3600);
  const [degrees, rest] = [Math.floor(seconds / 3600), seconds % 3600];
  const minutes = `${degrees}°${String(Math.floor(rest / 60)).padStart(2, "0")}′`;
  return `${value < 0 ? "−" : ""}${minutes}${rest % 60 ? `${String(rest % 60).padStart(2, "0")}″` : ""}`;
}

/** What was typed, as the server reads it; an angle as a fraction of degrees. */
export function amountTyped(text: string): string {
  const plain = text.trim().replace(/−/g, "-");
  const angle = ANGLE.exec(text.trim());
  if (!angle) return plain;
  const [, sign, degrees, minutes = "0", seconds = "0"] = angle;
  const scale = 10 ** Math.max(...[minutes, seconds].map((part) => part.split(".")[1]?.length ?? 0));
  const whole = Math.round((Number(degrees) * 3600 + Number(minutes) * 60 + Number(seconds)) * scale);
  return `${sign ? "-" : ""}${whole}/${3600 * scale}`;
}

/** 4:10, 1:04:10 or 250 as seconds; null for anything else. */
export function secondsOf(text: string): number | null {
  const parts = text.trim().split(":");
  if (!text.trim() || parts.length > 3 || parts.some((part) => !/^\d{1,5}$/.test(part))) return null;
  return parts.reduce((sum, part) => sum * 60 + Number(part), 0);
}
