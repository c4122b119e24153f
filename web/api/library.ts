import {
  cloudSchema,
  importAnswerSchema,
  libraryFacetsSchema,
  libraryPageSchema,
  referenceSchema,
  setupRevisionSchema,
  type LibrarySearch,
  type Reference,
  type SetupBody,
} from '#contract/library.ts'
import { z } from 'zod'
import type { SportId } from '#core/sports/sports.ts'
import { call } from './client.ts'

const at = (id: string) => `/library/${encodeURIComponent(id)}`

export const referencesById = (ids: readonly string[]) =>
  call(z.array(referenceSchema), 'GET', `/references?ids=${ids.map(encodeURIComponent).join(',')}`)
export const searchLibrary = (search: LibrarySearch) => call(libraryPageSchema, 'POST', '/library/search', search)
export const cloudOf = (search: LibrarySearch) => call(cloudSchema, 'POST', '/library/cloud', search)
export const facetsOf = (sport: SportId) => call(libraryFacetsSchema, 'GET', `/library/facets?sport=${sport}`)
/** The shop's own measured frames; of one player where one is named. */
export const measuredFrames = (sport: SportId, playerId: string | null) =>
  call(
    z.array(referenceSchema),
    'GET',
    `/library/measured?sport=${sport}${playerId ? `&player=${encodeURIComponent(playerId)}` : ''}`,
  )

export const oneSetup = (id: string) => call(referenceSchema, 'GET', at(id))
export const setupHistory = (id: string) => call(z.array(setupRevisionSchema), 'GET', `${at(id)}/history`)
export const saveSetup = (id: string, body: SetupBody, expected: number, by: string) =>
  call(referenceSchema, 'PUT', at(id), { body, expected, by })
export const retireSetup = (held: Reference, retired: boolean, by: string) =>
  call(referenceSchema, 'POST', `${at(held.id)}/retire`, { retired, expected: held.revision, by })
export const mergeSetups = (held: Reference, from: string, by: string) =>
  call(referenceSchema, 'POST', `${at(held.id)}/merge`, { from, expected: held.revision, by })
export const importSetups = (setups: unknown[], commit: boolean, by: string) =>
  call(importAnswerSchema, 'POST', '/library/import', { setups, commit, by })
export const exportAddress = (format: 'csv' | 'json', search: LibrarySearch) =>
  `/api/library/export.${format}?search=${encodeURIComponent(JSON.stringify(search))}`
