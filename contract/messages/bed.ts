import type { StringBed } from '#core/tuning/document.ts'
import { fixed } from '#core/quantities/write.ts'

/** A bed of strings in one line; empty where nothing is known of it. */
export function bedText({ kind, gaugeMm, mainsLb, crossesLb, strungOn }: StringBed): string {
  const pounds = [mainsLb, crossesLb].flatMap((lb) => (lb === null ? [] : [fixed(lb, 0)]))
  return [
    ...(kind ? [kind] : []),
    ...(gaugeMm !== null && !kind.includes(String(gaugeMm)) ? [`${fixed(gaugeMm, 2)} mm`] : []),
    ...(pounds.length > 0 ? [`${pounds.join('/')} lb`] : []),
    ...(strungOn ? [`strung ${strungOn}`] : []),
  ].join(', ')
}
