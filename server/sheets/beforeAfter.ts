import { dayOf } from '#core/quantities/days.ts'
import { estimateOf } from '#core/frame/state.ts'
import { conditionText } from '#core/frame/condition.ts'
import { asBuilt } from '#core/workorder/marks.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { feelBetween } from '#contract/takeHome.ts'
import { benchSvg } from '#contract/planSvg.ts'
import { stripsText, whereText, quantityTitle } from '#contract/messages/names.ts'
import { Refusal } from '../refusal.ts'
import type { SheetPhoto, WithPhotos } from './load.ts'
import { PHOTOS_IN_ROW, type Sheet, type SheetBlock } from './sheet.ts'

const SHOWN = [...QUANTITIES, 'recoilWeight'] as const

/** When the first thing was done to it: photographs from before then show it as it came. */
function workBegan({ documents }: Pick<WithPhotos, 'documents'>): string {
  const done = Object.values(documents.build?.marks ?? {}).map((mark) => mark.doneAt)
  return done.sort()[0] ?? documents.check?.signed?.at ?? ''
}
function photoRow(zone: string, photos: readonly SheetPhoto[]): SheetBlock[] {
  if (photos.length === 0) return []
  const shown = photos.slice(0, PHOTOS_IN_ROW).map(({ image, name, at }) => ({ image, words: `${name}, ${dayOf(at, zone)}` })) // prettier-ignore
  const more = photos.length - shown.length
  return [
    { kind: 'photos', photos: shown },
    ...(more > 0 ? [{ kind: 'text' as const, text: `${more} more in the job.` }] : []),
  ]
}

/** One frame twice: as it came and as it was proven, each with its picture, its photographs, its numbers, and what the change should feel like. @throws Refusal `sheet.notReady` */
export function beforeAfterSheet(source: WithPhotos, printedOn: string): Sheet {
  const { view, shop, documents, picture, photos, unprinted } = source
  const { work, materials } = picture
  const [before, after] = [picture.measured.state, picture.checked.state]
  if (before.massG === null) throw new Refusal(409, 'sheet.notReady', '', { why: 'the frame has not been measured' })
  if (after.massG === null)
    throw new Refusal(409, 'sheet.notReady', '', { why: 'the final readings have not been taken' })
  const { lengthCm } = view.frame.geometry
  const laid = documents.build ? asBuilt(documents.build) : (documents.plan?.cuts ?? [])
  const known = laid.filter((cut) => materials.some((m) => m.id === cut.materialId))
  const began = workBegan(source)
  // Photographs take their room from the drawings: it is to be one page.
  const widthShare = photos.length > 0 ? 0.44 : 0.62
  const feel = feelBetween(before, after)
  const signed = documents.check?.signed
  return {
    title: `Before and after: ${view.frame.label}`,
    heading: `${shop.name} · job ${view.job.number} · ${signed ? `signed ${dayOf(signed.at, shop.timeZone)} ${signed.by}` : `${printedOn}, not signed off`}`,
    size: 'page',
    blocks: [
      { kind: 'heading', text: 'As it came' },
      { kind: 'drawing', svg: benchSvg([], materials, work), widthShare },
      { kind: 'text', text: conditionText(picture.condition, work.profile) },
      ...photoRow(
        shop.timeZone,
        photos.filter(({ at }) => at <= began),
      ),
      { kind: 'heading', text: 'As it is' },
      { kind: 'drawing', svg: benchSvg(known, materials, work), widthShare },
      ...known.map((cut) => ({
        kind: 'text' as const,
        text: `${whereText(cut, work)}: ${materials.find((m) => m.id === cut.materialId)!.name}, ${stripsText(
          cut,
          materials.find((m) => m.id === cut.materialId)!,
          work,
        )}`,
      })),
      ...photoRow(
        shop.timeZone,
        photos.filter(({ at }) => at > began),
      ),
      ...(unprinted > 0 ? [{ kind: 'text' as const, text: `Photographs that cannot be printed: ${unprinted}.` }] : []),
      {
        kind: 'table',
        head: ['', 'Before', '±', 'After', '± (95 %)', 'Changed by'],
        widths: ['*', 'auto', 'auto', 'auto', 'auto', 'auto'],
        tickBoxes: false,
        rows: SHOWN.flatMap((quantity): string[][] => {
          const [a, b] = [estimateOf(before, quantity), estimateOf(after, quantity)]
          if (!a && !b) return []
          const write = (e: typeof a) => (e ? writeValue(e.value, quantity, shop.units, lengthCm) : '–')
          const spread = (e: typeof a) => (e ? writeSpread(2 * e.u, quantity, shop.units) : '')
          return [
            [
              quantityTitle(quantity, shop.units),
              write(a),
              spread(a),
              write(b),
              spread(b),
              a && b ? writeDifference(b.value - a.value, quantity, shop.units) : '–',
            ],
          ]
        }),
      },
      { kind: 'heading', text: 'How it should feel' },
      ...(feel.length > 0 ? feel : ['Much as before: what was changed is less than most players notice.']).map(
        (text) => ({ kind: 'text' as const, text }),
      ),
    ],
  }
}
