/** A moment on this machine's clock: `2026-11-12 10:28`. */
export function writeTime(iso: string): string {
  const d = new Date(iso)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())} ${two(d.getHours())}:${two(d.getMinutes())}`
}

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']
const DAY_MS = 86400000
/** A moment soon to come, as people say it: `9:10` today, `Thu 9:10` within the week, else with its date. */
export function writeSoon(iso: string, now: Date): string {
  const d = new Date(iso)
  const clock = `${d.getHours()}:${String(d.getMinutes()).padStart(2, '0')}`
  if (d.toDateString() === now.toDateString()) return clock
  return Math.abs(d.getTime() - now.getTime()) < 6 * DAY_MS ? `${DAYS[d.getDay()]} ${clock}` : writeTime(iso)
}
