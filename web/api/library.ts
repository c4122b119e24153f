import type {
  Cloud,
  ImportAnswer,
  LibraryFacets,
  LibraryPage,
  LibrarySearch,
  Reference,
  SetupBody,
  SetupRevision,
} from '#contract/library.ts'
import type { SportId } from '#core/sports/profile.ts'
import { call } from './client.ts'

const at = (id: string) => `/library/${encodeURIComponent(id)}`

export const referencesById = (ids: readonly string[]) =>
  call<Reference[]>('GET', `/references?ids=${ids.map(encodeURIComponent).join(',')}`)
export const searchLibrary = (search: LibrarySearch) => call<LibraryPage>('POST', '/library/search', search)
export const cloudOf = (search: LibrarySearch) => call<Cloud>('POST', '/library/cloud', search)
export const facetsOf = (sport: SportId) => call<LibraryFacets>('GET', `/library/facets?sport=${sport}`)
/** The shop's own measured frames; of one player where one is named. */
export const measuredFrames = (sport: SportId, playerId: string | null) =>
  call<Reference[]>(
    'GET',
    `/library/measured?sport=${sport}${playerId ? `&player=${encodeURIComponent(playerId)}` : ''}`,
  )

export const oneSetup = (id: string) => call<Reference>('GET', at(id))
export const setupHistory = (id: string) => call<SetupRevision[]>('GET', `${at(id)}/history`)
export const saveSetup = (id: string, body: SetupBody, expected: number, by: string) =>
  call<Reference>('PUT', at(id), { body, expected, by })
export const retireSetup = (held: Reference, retired: boolean, by: string) =>
  call<Reference>('POST', `${at(held.id)}/retire`, { retired, expected: held.revision, by })
export const mergeSetups = (held: Reference, from: string, by: string) =>
  call<Reference>('POST', `${at(held.id)}/merge`, { from, expected: held.revision, by })
export const importSetups = (setups: unknown[], commit: boolean, by: string) =>
  call<ImportAnswer>('POST', '/library/import', { setups, commit, by })
export const exportAddress = (format: 'csv' | 'json', search: LibrarySearch) =>
  `/api/library/export.${format}?search=${encodeURIComponent(JSON.stringify(search))}`
