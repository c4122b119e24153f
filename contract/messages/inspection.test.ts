import { describe, expect, it } from 'vitest'
import { findingsText, inspectedText, sidesText } from './inspection.ts'

describe('what is told of a frame that was looked over', () => {
  it('names the heavier side only where the readings can tell it from the middle', () => {
    expect(sidesText({ value: 0.11, u: 0.03 })).toBe(
      'Read: middle of mass 1.1 ± 0.6 mm off the long axis; right side heavier.',
    )
    expect(sidesText({ value: -0.11, u: 0.03 })).toContain('left side heavier')
    expect(sidesText({ value: 0.05, u: 0.03 })).toContain('even, as far as can be told')
  })
  it('says nothing of sides that nobody weighed', () => {
    expect(sidesText(null)).toBe('')
    expect(sidesText({ value: 0, u: 0 })).toBe('')
  })
  it('names what stops the work, and leaves out what is fine', () => {
    const findings = [
      { item: 'cracks' as const, verdict: 'stop' as const, note: 'at 4 o’clock' },
      { item: 'bumper' as const, verdict: 'fine' as const, note: '' },
      { item: 'grommets' as const, verdict: 'noted' as const, note: '' },
    ]
    expect(findingsText(findings)).toEqual(['Cracks: stop, at 4 o’clock', 'Grommets: noted'])
    expect(inspectedText({ inspection: 'cracked', findings })).toMatch(/^Work on it stops\. Cracks: stop/)
    expect(inspectedText(null)).toBe('Not looked over yet.')
  })
})
