import type { Material } from '#core/cuts/material.ts'

/** By what a piece is made of it gets its colour. */
export function toneOf({
  kind,
  lead,
}: Pick<Material, 'kind' | 'lead'>): 'lead' | 'tungsten' | 'fill' | 'weight' | 'sleeve' {
  if (kind === 'fill' || kind === 'weight') return kind
  return lead ? 'lead' : kind === 'tape' ? 'tungsten' : 'sleeve'
}
