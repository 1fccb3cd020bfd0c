import { randomUUID } from 'node:crypto'
import type { Answers } from '@/core/answers/answer'
import { personOf } from './company'

const somebody = ({ first_name, email, region }: ReturnType<typeof personOf>): Answers => ({
  first_name,
  email,
  region,
})

/** A stranger to the company. */
const STRANGER = personOf(1399)

const rehearsal = (title: string, values: Answers) => ({
  id: randomUUID(),
  title,
  values,
  contact: null,
  remembered: false,
  tried: null,
  keptBy: null,
})

/** Answers to the finder that must go right, whatever is changed. */
export const finderRehearsals = () => [
  rehearsal('A big order from somebody we know', {
    ...somebody(personOf(2)),
    ware: 'porcelain',
    peak_temperature: 1280,
    people_sharing: 12,
    supply: 'three_phase',
    budget: 42000,
    newsletter: true,
  }),
  rehearsal('A shared studio in the south, 16 000 to spend', {
    ...somebody(STRANGER),
    region: 'south',
    ware: 'stoneware',
    peak_temperature: 1240,
    people_sharing: 6,
    supply: 'three_phase',
    studio: 'Quarry Kiln Share',
    budget: 16000,
  }),
  rehearsal('One potter at home', {
    ...somebody(personOf(41)),
    ware: 'earthenware',
    people_sharing: 1,
    supply: 'single_phase',
    budget: 4000,
  }),
  rehearsal('Nobody knows the supply', {
    ...somebody(STRANGER),
    ware: 'glass',
    people_sharing: 2,
    supply: 'not_sure',
  }),
]
