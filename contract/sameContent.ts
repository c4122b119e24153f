/** The same content, whatever the order of its fields (the database does not keep it). */
export function sameContent(a: unknown, b: unknown): boolean {
  if (a === null || b === null || typeof a !== 'object' || typeof b !== 'object') return a === b
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>]
  const keys = new Set([...Object.keys(x), ...Object.keys(y)])
  return Array.isArray(a) === Array.isArray(b) && [...keys].every((key) => sameContent(x[key], y[key]))
}
