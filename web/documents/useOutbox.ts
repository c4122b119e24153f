import { plainCopy } from '#core/records.ts'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { problemText, tell } from '../api/client.ts'
import { hearLife, lifeNow, onOtherLife } from '../api/life.ts'
import { leaveField, takeWords } from '../browser/leaveField.ts'
import { notTaken } from '../browser/notTaken.ts'
import { browserStore } from './browserStore.ts'
import type { DocumentName } from './edit.ts'
import { Outbox } from './outbox.ts'
import type { DocumentNews, NewEdit } from './parts.ts'
import { saveMessage } from './saveMessage.ts'
import { revisionAtServer, send } from './wire.ts'

const LOOK_MS = 4000
const LIFE_MS = 5000
const SETTLE_MS = 3000
/** Left for the page that is loaded anew, so that it says why. */
export const OTHER_LIFE = 'kevro-other-life'
/** A browser's database that has not answered by then is not waited for. */
const STORE_MS = 3000

/** The window's one outbox, and how it stands. */
export const useOutbox = defineStore('outbox', () => {
  const window = crypto.randomUUID()
  const outbox = new Outbox({
    window,
    store: browserStore(window),
    send,
    now: () => new Date().toISOString(),
    after: (ms, work) => {
      const timer = setTimeout(work, ms)
      return () => clearTimeout(timer)
    },
    shop: lifeNow,
    random: Math.random,
    newId: () => crypto.randomUUID(),
  })
  const state = shallowRef(outbox.state())
  const problem = shallowRef('')
  const words = computed(() => saveMessage(state.value, notTaken.size))
  const unsent = computed(() => state.value.waiting > 0)
  /** Who shows a document and wants it anew once a choice was made or an edit was let go. */
  let ready: Promise<void> = Promise.resolve()
  const reloaders = new Set<(doc: DocumentName) => void>()
  outbox.listen((news) => {
    state.value = outbox.state()
    // A page that was open before shows what somebody typed in a window that is gone.
    if (news?.adopted) reload(news.doc)
  })

  /** Starts sending, whatever page is open. @returns how to stop */
  function start(): () => void {
    ready = Promise.race([outbox.start(), new Promise<void>((go) => setTimeout(go, STORE_MS))])
    const timer = setInterval(() => {
      void outbox.adopt().then(() => outbox.look())
    }, LOOK_MS)
    const back = () => outbox.sendAll()
    const leaving = (event: BeforeUnloadEvent) => {
      leaveField()
      if (unsent.value) event.preventDefault()
    }
    const stopHearing = hearOthers()
    globalThis.addEventListener('online', back)
    globalThis.addEventListener('beforeunload', leaving)
    // A phone says no more than this.
    const gone = () => leaveField()
    globalThis.addEventListener('pagehide', gone)
    const hidden = () => document.visibilityState === 'hidden' && takeWords()
    document.addEventListener('visibilitychange', hidden)
    return () => {
      clearInterval(timer)
      stopHearing()
      globalThis.removeEventListener('online', back)
      globalThis.removeEventListener('beforeunload', leaving)
      globalThis.removeEventListener('pagehide', gone)
      document.removeEventListener('visibilitychange', hidden)
    }
  }

  /** What another window did to the whole shop is heard at once, and by itself every few seconds: the page is loaded anew with what there is. */
  function hearOthers(): () => void {
    const channel = new BroadcastChannel('kevro-life')
    channel.onmessage = (event) => hearLife(String(event.data))
    const asking = setInterval(() => {
      if (document.visibilityState === 'visible') void tell('GET', '/life').catch(() => undefined)
    }, LIFE_MS)
    const stop = onOtherLife((isOwn) => {
      channel.postMessage(lifeNow())
      if (isOwn) return
      leaveField()
      sessionStorage.setItem(OTHER_LIFE, 'yes')
      void Promise.race([outbox.settled(), new Promise((go) => setTimeout(go, SETTLE_MS))]).then(() =>
        location.reload(),
      )
    })
    return () => {
      clearInterval(asking)
      channel.close()
      stop()
    }
  }

  const edit = (change: NewEdit) =>
    // Plain data, as it will be sent: what the page changes afterwards is another edit.
    outbox.edit({ ...change, content: plainCopy(change.content) })

  /**
   * Asks the server for some documents and shows them, once it is known what waits here. Asked once more where an edit of theirs was
   * acknowledged meanwhile: the answer may have it or not.
   * @param show what is acknowledged from then on the page hears itself
   */
  async function lookAt<T>(
    mine: (doc: DocumentName) => boolean,
    ask: () => Promise<T>,
    show: (answer: T) => void,
  ): Promise<void> {
    for (;;) {
      let isOld = false
      const stop = listen(mine, () => (isOld = true))
      try {
        const [answer] = await Promise.all([ask(), ready])
        if (!isOld) return show(answer)
      } finally {
        stop()
      }
    }
  }
  /** Listens to one's own documents. */
  function listen(mine: (doc: DocumentName) => boolean, saved: (news: Required<DocumentNews>) => void): () => void {
    return outbox.listen((news) => {
      if (news?.saved && mine(news.doc)) saved(news as Required<DocumentNews>)
    })
  }
  function onReload(reload: (doc: DocumentName) => void): () => void {
    reloaders.add(reload)
    return () => reloaders.delete(reload)
  }
  const reload = (doc: DocumentName) => reloaders.forEach((again) => again(doc))

  async function settle(doc: DocumentName, keep: 'mine' | 'theirs'): Promise<void> {
    problem.value = ''
    try {
      outbox.settle(doc, keep, await revisionAtServer(doc))
      await outbox.settled(doc)
      reload(doc)
    } catch (error) {
      problem.value = problemText(error)
    }
  }
  async function again(id: string): Promise<void> {
    const doc = state.value.aside.find((e) => e.id === id)?.doc
    outbox.again(id)
    if (doc && (await outbox.settled(doc))) reload(doc)
  }
  function discard(id: string): void {
    const doc = state.value.aside.find((e) => e.id === id)?.doc
    outbox.discard(id)
    if (doc) reload(doc)
  }

  return {
    state,
    words,
    unsent,
    problem,
    start,
    /** What waits from earlier visits is known: a page shows it from the beginning. */
    ready: () => ready,
    edit,
    lookAt,
    listen,
    onReload,
    settle,
    again,
    discard,
    settled: (prefix?: string) => outbox.settled(prefix),
    waitingFor: (doc: DocumentName) => outbox.waitingFor(doc),
    waitingUnder: (prefix: string) => outbox.waitingUnder(prefix),
  }
})
