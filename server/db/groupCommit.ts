/** How long a commit waits to be flushed together with others while the engine is busy, ms. */
export const WAIT_MS = 4

/**
 * Commits that are written and not yet on the disk. They are answered when they are; those that come close together are flushed
 * together.
 */
export class GroupCommit {
  private waiting: (() => void)[] = []
  private timer: NodeJS.Timeout | undefined
  private readonly due: () => void

  /** @param due called when the oldest has waited long enough; it has to see to a flush */
  constructor(due: () => void) {
    this.due = due
  }

  get size(): number {
    return this.waiting.length
  }

  /** Resolves once what was just committed is on the disk. */
  committed(): Promise<void> {
    if (this.waiting.length === 0) this.wait()
    return new Promise((resolve) => this.waiting.push(resolve))
  }

  /** Flushes all that was committed before this moment; when that fails they go on waiting for the next flush. */
  async flushWith(flush: () => Promise<unknown>): Promise<void> {
    const group = this.waiting
    if (group.length === 0) return
    this.waiting = []
    clearTimeout(this.timer)
    try {
      await flush()
      for (const answered of group) answered()
    } catch {
      this.waiting = [...group, ...this.waiting]
      this.wait()
    }
  }

  wait(): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(this.due, WAIT_MS)
  }
}
