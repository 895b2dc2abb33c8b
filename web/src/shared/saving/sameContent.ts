/** Whether what stands says all that was sent; it may say more. */
export const holds = (standing: object, sent: object) =>
  Object.entries(sent).every(([key, value]) => sameContent((standing as Record<string, unknown>)[key], value));

/** Whether two contents say the same: a key left out, undefined and null all say nothing. */
export function sameContent(a: unknown, b: unknown): boolean {
  if (a == null || b == null) return (a ?? null) === (b ?? null);
  if (typeof a !== 'object' || typeof b !== 'object') return a === b;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  if (Array.isArray(a) && a.length !== (b as unknown[]).length) return false;
  const [of, other] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return [...new Set([...Object.keys(of), ...Object.keys(other)])].every((key) => sameContent(of[key], other[key]));
}
