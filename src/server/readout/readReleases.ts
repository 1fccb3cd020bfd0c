import { type Difference, differenceOf } from '@/core/readout/newcombe'
import type { Db } from '@/db/database'
import { countReleases, readReleases as listReleases } from '@/db/queries/releases'
import { type Rate, rateOf } from './readReadout'

type Stored = Awaited<ReturnType<typeof listReleases>>[number]

/** A release with what came of it. */
export interface ReleaseNumbers extends Stored {
  arrived: number
  sent: number
  /** Sent of arrived, with its 95 % range; `null` where nobody arrived. */
  finish: Rate | null
  /** The same beside the release before that anybody arrived at; `null` where there is none. */
  beside: (Difference & { number: number }) | null
}

/** Every release of a form, the latest first, each with its numbers beside those of the one before. */
export async function readReleases(db: Db, formId: string): Promise<ReleaseNumbers[]> {
  const [releases, counted] = await Promise.all([listReleases(db, formId), countReleases(db, formId)])
  const numbers = new Map(counted.map((one) => [one.number, one]))
  const met = [...counted].toSorted((a, b) => b.number - a.number).filter(({ arrived }) => arrived > 0)
  return releases.map((release) => {
    const { arrived, sent } = numbers.get(release.number) ?? { arrived: 0, sent: 0 }
    const before = met.find(({ number }) => number < release.number)
    const difference =
      before && differenceOf({ hits: sent, trials: arrived }, { hits: before.sent, trials: before.arrived })
    return {
      ...release,
      arrived,
      sent,
      finish: rateOf(sent, arrived),
      beside: before && difference ? { ...difference, number: before.number } : null,
    }
  })
}
