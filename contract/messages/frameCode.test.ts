import { describe, expect, it } from 'vitest'
import { codedText, codeIn, spelt } from './frameCode.ts'

describe('a frame’s code', () => {
  it('is found in what was scanned of any of its labels, and nowhere else', () => {
    expect(codeIn(codedText('KEMA'))).toBe('KEMA')
    expect(codeIn('Kevro job 12\nframe Corvane Arc 98\ncode KEMA\nmass 331.2 g')).toBe('KEMA')
    for (const other of ['', 'KEMA', 'code KEMB', 'code KEMAX', 'https://example.invalid/KEMA'])
      expect(codeIn(other)).toBeNull()
  })
  it('is read out letter by letter', () => {
    expect(spelt('KEMA')).toBe('kettle, engine, mountain, apple')
  })
})
