import type { ImpactChange } from '#core/impact/faceMap.ts'
import type { HitChange } from '#core/impact/hitChange.ts'
import { fixed, signed } from '#core/quantities/write.ts'

/** Less than this is no difference that words should be made of. */
const LEAST_SHARE = 0.005
const percent = (share: number) => `${fixed(Math.abs(100 * share), 0)} %`
const enough = (share: number) => Math.abs(share) >= LEAST_SHARE

/** What a setup does beside the frame as it is now, in plain words. */
export function effectTexts(effect: ImpactChange): string[] {
  const band = effect.timeBand.map((s) => fixed(Math.abs(100 * s), 1))
  return [
    enough(effect.turnShare)
      ? `A hit ${fixed(effect.offCm, 0)} cm off the axis turns the face ${percent(effect.turnShare)} ${effect.turnShare < 0 ? 'less' : 'more'}.`
      : `A hit ${fixed(effect.offCm, 0)} cm off the axis turns the face as much as now.`,
    enough(effect.speedShare)
      ? `At equal effort the ball leaves the middle ${percent(effect.speedShare)} ${effect.speedShare < 0 ? 'slower' : 'faster'}.`
      : 'At equal effort the ball leaves the middle as fast as now.',
    enough(effect.timeShare)
      ? `It takes ${band.sort((a, b) => Number(a) - Number(b)).join(' to ')} % ${effect.timeShare < 0 ? 'less' : 'more'} time to bring round.`
      : 'It comes round as quickly as now.',
    Math.abs(effect.sweetSpotCm) >= 0.2
      ? `The fastest place lies ${fixed(Math.abs(effect.sweetSpotCm), 1)} cm nearer the ${effect.sweetSpotCm > 0 ? 'tip' : 'hand'}.`
      : 'The fastest place stays where it is.',
    ...(enough(effect.livelyShare)
      ? [
          `The lively part of the face is ${percent(effect.livelyShare)} ${effect.livelyShare < 0 ? 'smaller' : 'larger'}.`,
        ]
      : []),
    ...(Math.abs(effect.reachCm) >= 0.05
      ? [`Its reach is ${fixed(Math.abs(effect.reachCm), 1)} cm ${effect.reachCm > 0 ? 'longer' : 'shorter'}.`]
      : []),
  ]
}

/** The same on a card, in as few words as will do. */
export const hitTexts = ({ turnShare, offCm, speedShare }: HitChange): string[] => [
  `turns ${signed(100 * turnShare, 0)} % at ${fixed(offCm, 0)} cm off`,
  `ball ${signed(100 * speedShare, 0)} % at equal effort`,
]
