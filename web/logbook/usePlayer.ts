import { computed, onBeforeUnmount, shallowRef, watch, type Ref } from 'vue'
import type { PlayerFacts } from '#core/player/facts.ts'
import { playerSchema, type Player } from '#contract/entities.ts'
import { playerFactsSchema } from '#contract/documents.ts'
import type { PlayerLog } from '#contract/logbook.ts'
import { playerNamed } from '../documents/edit.ts'
import { useOutbox } from '../documents/useOutbox.ts'
import { useShop } from '../stores/shop.ts'

/** What is known of a player, as it stands with what was typed here and waits for the server; changes go out by the outbox. */
export function usePlayer(log: Ref<PlayerLog | null>, again: () => Promise<void>) {
  const outbox = useOutbox()
  const shop = useShop()
  const player = shallowRef<Player | null>(null)
  watch(
    log,
    (told) => {
      if (!told) return
      const waiting = outbox.waitingFor(playerNamed(told.player.id)).at(-1)
      const facts = waiting ? playerFactsSchema.parse(waiting.content) : told.player.facts
      player.value = { ...told.player, facts }
    },
    { immediate: true },
  )
  const facts = computed(() => player.value?.facts ?? null)
  function save(change: Partial<PlayerFacts>): void {
    const now = player.value
    if (!now) return
    player.value = { ...now, facts: { ...now.facts, ...change } }
    outbox.edit({
      doc: playerNamed(now.id),
      seen: now.revision,
      content: player.value.facts,
      by: shop.initials,
      about: `Player, ${player.value.facts.name}`,
    })
  }
  const stop = [
    outbox.listen(
      (doc) => player.value !== null && doc === playerNamed(player.value.id),
      ({ saved }) => {
        const mine = player.value!
        player.value = saved.more
          ? { ...mine, revision: saved.revision }
          : { ...playerSchema.parse(saved.answer), revision: saved.revision }
        if (!saved.more) void again()
      },
    ),
    outbox.onReload((doc) => {
      if (player.value && doc === playerNamed(player.value.id)) void again()
    }),
  ]
  onBeforeUnmount(() => stop.forEach((end) => end()))
  return { player, facts, save }
}
