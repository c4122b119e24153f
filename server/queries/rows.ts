/** A timestamp column as ISO text; both engines give a Date. */
export const iso = (value: unknown): string => (value instanceof Date ? value.toISOString() : String(value))
