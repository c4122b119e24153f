/** A disk that takes no flush for so long does not take it at all, ms. */
const GIVE_UP_MS = 10000
/** How long a commit waits to be flushed together with others while the engine is busy, ms. */
export const WAIT_MS = 4

/**
 * Commits that are written and not yet on the disk. They are answered when they are; those that come close together are flushed
 * together.
 */
export class GroupCommit {
  private waiting: { done(): void; failed(error: unknown): void }[] = []
  private failingSince: number | null = null
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
    return new Promise((done, failed) => this.waiting.push({ done, failed }))
  }

  /** Flushes all that was committed before this moment; when that fails they wait for the next flush, and are refused in the end. */
  async flushWith(flush: () => Promise<unknown>): Promise<void> {
    const group = this.waiting
    if (group.length === 0) return
    this.waiting = []
    clearTimeout(this.timer)
    try {
      await flush()
      this.failingSince = null
      for (const { done } of group) done()
    } catch (error) {
      this.failingSince ??= performance.now()
      if (performance.now() - this.failingSince > GIVE_UP_MS) return group.forEach(({ failed }) => failed(error))
      this.waiting = [...group, ...this.waiting]
      this.wait()
    }
  }

  wait(): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(this.due, WAIT_MS)
  }
}
