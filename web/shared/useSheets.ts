import type { SheetName } from '#contract/sheets.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** Printing: what is still on its way is saved first, then the sheet's PDF opens on the shop's paper. */
export function useSheets() {
  const job = useOpenJob()
  const shop = useShop()
  return {
    async print(sheet: SheetName, more = ''): Promise<void> {
      if (!(await job.flush())) {
        job.problem = 'Not printed: what you changed is not saved yet. It is kept; print again when it is saved.'
        return
      }
      const paper = shop.overview?.shop.paper ?? 'A4'
      window.open(`/api/jobs/${job.view.job.id}/sheets/${sheet}.pdf?paper=${paper}${more && `&${more}`}`, '_blank')
    },
  }
}
