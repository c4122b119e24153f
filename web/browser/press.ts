/** So long after a release its click is dealt with: of a mouse at once, of a finger in the events that follow its touch, ms. */
const CLICKED_MS = 60

/**
 * Work that waits while a button or a finger is down. Between press and release nothing may move on the page: a press that ends
 * on another thing than it began on is no click, and a tick would be lost.
 */
export interface PressWatch {
  /** Done when it is let go, before the click is dealt with: what the click is to find done. */
  afterPress(work: () => void): void
  /** Done once the click was dealt with: what only moves things on the page. */
  afterClick(work: () => void): void
}

export function pressWatch(target: EventTarget): PressWatch {
  let pressed = false
  let clicking: ReturnType<typeof setTimeout> | null = null
  let beforeClick: (() => void)[] = []
  let behindClick: (() => void)[] = []
  const settle = () => {
    clicking = null
    const due = behindClick
    behindClick = []
    for (const work of due) work()
  }
  const notYet = () => {
    if (clicking !== null) clearTimeout(clicking)
    clicking = null
  }
  const begin = () => {
    pressed = true
    notYet()
  }
  const end = () => {
    if (pressed) {
      notYet()
      clicking = setTimeout(settle, CLICKED_MS)
    }
    pressed = false
    const due = beforeClick
    beforeClick = []
    for (const work of due) work()
  }
  for (const name of ['pointerdown', 'mousedown']) target.addEventListener(name, begin, true)
  // Where a press is dragged away or taken by the system, no release comes.
  for (const name of ['pointerup', 'mouseup', 'pointercancel', 'contextmenu', 'dragend', 'keydown', 'pagehide'])
    target.addEventListener(name, end, true)
  return {
    afterPress(work) {
      if (pressed) beforeClick.push(work)
      else work()
    },
    afterClick(work) {
      if (pressed || clicking !== null) behindClick.push(work)
      else work()
    },
  }
}

export const { afterPress, afterClick }: PressWatch =
  'addEventListener' in globalThis
    ? pressWatch(globalThis)
    : { afterPress: (work) => work(), afterClick: (work) => work() }
