export interface OwnPostgres {
  url(database?: string): string
  start(): void
  stop(mode?: 'fast' | 'immediate'): void
  end(): void
}
export function postgresBin(say?: (text: string) => void): string | null
export function startPostgres(bin?: string | null): Promise<OwnPostgres>
