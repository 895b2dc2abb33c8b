import type { PriceBreak } from '../../../app/api/types';

/** "100: 2.60, 1000: 1.90" as price breaks; null when it can't be read so. */
export function breaksOf(text: string): PriceBreak[] | null {
  const breaks = text
    .split(/[;\n]|,\s+/)
    .filter((part) => part.trim())
    .map((part) => /^\s*(\d+)\s*[:=]\s*(\d+(?:\.\d+)?)\s*€?\s*$/.exec(part));
  return breaks.length > 0 && breaks.every((b) => b !== null)
    ? breaks.map((b) => ({ from: Number(b[1]), each: Number(b[2]) }))
    : null;
}
