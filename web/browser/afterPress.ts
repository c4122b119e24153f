/**
 * Work that waits while a button or a finger is down. Between press and release nothing may move on the page: a press that ends
 * on another thing than it began on is no click, and a tick would be lost.
 */
export function pressWatch(target: EventTarget): (work: () => void) => void {
  let pressed = false
  let waiting: (() => void)[] = []
  const begin = () => (pressed = true)
  const end = () => {
    pressed = false
    const due = waiting
    waiting = []
    for (const work of due) work()
  }
  for (const name of ['pointerdown', 'mousedown']) target.addEventListener(name, begin, true)
  // Where a press is dragged away or taken by the system, no release comes.
  for (const name of ['pointerup', 'mouseup', 'pointercancel', 'dragend', 'keydown', 'pagehide'])
    target.addEventListener(name, end, true)
  return (work) => {
    if (pressed) waiting.push(work)
    else work()
  }
}

/** Now, or where something is pressed, once it is let go: before the click is dealt with. */
export const afterPress: (work: () => void) => void =
  'addEventListener' in globalThis ? pressWatch(globalThis) : (work) => work()
