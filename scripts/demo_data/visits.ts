import type { Answers } from '@/core/answers/answer'
import { keepParameters, type Visitor } from '@/server/visits/visitor'
import type { LiveForm } from '@/server/forms/live'
import { type DemoPerson, personOf, REGIONS } from './company'
import { checkCharacter } from '@/core/formats/check_character'
import type { Chance } from './random'

/** Where visitors come from: how many, how likely they are to begin, and to get through each step. */
export const SOURCES = [
  {
    weight: 23,
    link: tags('autumn-letter', 'email', 'autumn-firing'),
    before: null,
    begins: 0.86,
    goesOn: 0.93,
    known: 0.8,
  },
  { weight: 27, link: {}, before: 'https://look.example/results', begins: 0.8, goesOn: 0.86, known: 0.1 },
  { weight: 20, link: tags('look', 'cpc', 'cpc-kilns'), before: null, begins: 0.68, goesOn: 0.76, known: 0.05 },
  { weight: 11, link: {}, before: 'https://clayworkers-ring.example/kilns', begins: 0.84, goesOn: 0.89, known: 0.2 },
  { weight: 6, link: tags('club', 'email', 'glaze-club'), before: null, begins: 0.9, goesOn: 0.94, known: 0.95 },
  { weight: 13, link: {}, before: null, begins: 0.7, goesOn: 0.79, known: 0.3 },
]

function tags(source: string, medium: string, campaign: string): Record<string, string> {
  return { utm_source: source, utm_medium: medium, utm_campaign: campaign }
}

export type Origin = (typeof SOURCES)[number]

export const visitorFrom = (live: LiveForm, origin: Origin): Visitor => ({
  link: keepParameters(live.form, Object.entries(origin.link)),
  pageBefore: origin.before,
  holder: null,
})

/** How a visit goes, drawn before anything runs. */
export interface Course {
  begins: boolean
  /** Steps finished. */
  steps: number
  seconds: number[]
  /** Step after which the visitor leaves for some hours. */
  pauseAfter: number | null
}

export function courseOf(chance: Chance, origin: Origin, ease: number): Course {
  const begins = chance.happens(origin.begins)
  const hardness = [1, 0.9, 1.03, 0.97]
  let steps = 0
  while (steps < 4 && chance.happens(Math.min(0.98, origin.goesOn * (hardness[steps] ?? 1) * (steps === 1 ? ease : 1))))
    steps++
  const seconds = [0, 0, 0, 0].map(() => chance.whole(12, 75))
  return { begins, steps, seconds, pauseAfter: chance.happens(0.06) ? chance.whole(1, 2) : null }
}

/** One plausible set of answers to the finder. */
export function finderAnswers(chance: Chance, origin: Origin, known: number): Answers {
  const person: DemoPerson = personOf(
    chance.happens(origin.known) ? chance.whole(0, known - 1) : chance.whole(known, 1400),
  )
  const ware = chance.weigh([
    { weight: 5, value: 'stoneware' },
    { weight: 4, value: 'earthenware' },
    { weight: 2, value: 'porcelain' },
    { weight: 1, value: 'glass' },
  ]).value
  const answers: Answers = {
    ware,
    people_sharing: chance.whole(1, 14),
    supply: chance.weigh([
      { weight: 5, value: 'single_phase' },
      { weight: 3, value: 'three_phase' },
      { weight: 2, value: 'not_sure' },
    ]).value,
    region: chance.happens(0.9) ? person.region : chance.pick(REGIONS),
    first_name: person.first_name,
    email: person.email,
    newsletter: chance.happens(0.45),
  }
  if (ware === 'stoneware' || ware === 'porcelain') answers.peak_temperature = 1180 + 20 * chance.whole(0, 6)
  if (chance.happens(0.6)) answers.budget = 500 * chance.whole(4, 30)
  if (chance.happens(0.05)) answers.budget = 1000 * chance.whole(20, 60)
  if (chance.happens(0.7)) answers.studio = person.company
  if (chance.happens(0.2))
    answers.plan_around = chance.pick([
      'The kiln must go through a door of 78 cm.',
      'We share the room with a printmaker.',
      'Firing only at night, please.',
      'Ground floor, no lift needed.',
    ])
  return answers
}

const FIRINGS = ['raku', 'salt', 'crystal_glaze', 'glass_fusing', 'smoke']

/** One plausible answer to the open kiln day, by one of so many people. */
export function openDayAnswers(chance: Chance, days: readonly string[], people: number): Answers {
  const { first_name, last_name, email } = personOf(chance.whole(0, people))
  const person = { first: first_name, last: last_name }
  if (chance.happens(0.22))
    return { coming: false, person, email, would_help: chance.happens(0.5) ? 'A day at the weekend.' : null }
  const firings = FIRINGS.filter(() => chance.happens(0.4)).slice(0, 3)
  const guests = chance.whole(0, 3)
  return {
    coming: true,
    person,
    email,
    day: chance.pick(days),
    arrival: chance.happens(0.8) ? chance.pick(['ten', 'ten', 'noon', 'three']) : null,
    firings: firings.length > 0 ? firings : ['raku'],
    guests,
    lunch: guests > 0 ? chance.pick(['soup_and_bread', 'vegan_plate', 'fish_from_the_smoker']) : null,
  }
}

const HOW = ['as_hoped', 'as_hoped', 'as_hoped', 'could_be_better', 'not_good']

/** One plausible answer to the survey after a delivery: most went well, and late ones were harder. */
export function surveyAnswers(chance: Chance, people: number): Answers {
  const trouble = chance.weigh([
    { weight: 62, value: ['nothing'] },
    { weight: 18, value: ['late'] },
    { weight: 7, value: ['damaged'] },
    { weight: 4, value: ['late', 'parts_missing'] },
    { weight: 4, value: ['hard_to_reach'] },
    { weight: 3, value: ['The lift was too small'] },
  ]).value
  const well = trouble.includes('nothing')
  return {
    trouble,
    ease: well ? chance.whole(6, 10) : chance.whole(1, 8),
    packing: trouble.includes('damaged') ? chance.whole(1, 3) : chance.whole(3, 5),
    told: well || chance.happens(0.4) ? null : chance.pick(['The lid has a crack.', 'Two hours late, and no call.']),
    how_was: {
      the_time_we_gave: trouble.includes('late') ? 'not_good' : chance.pick(HOW),
      the_way_it_was_carried: chance.pick(HOW),
      what_was_explained: chance.pick(HOW),
    },
    crew: chance.happens(0.8) ? chance.whole(well ? 3 : 2, 5) : null,
    heard: chance.weigh([
      { weight: 6, value: 'by_phone' },
      { weight: 3, value: 'by_mail' },
      { weight: 1, value: 'not_at_all' },
      { weight: 1, value: 'A neighbour told me' },
    ]).value,
    carried_by: chance.whole(2, 6),
    email: personOf(chance.whole(0, people - 1)).email,
  }
}

const GLAZES = ['ash_green', 'chun_blue', 'iron_red', 'matt_white', 'oil_spot', 'rutile_sand', 'shino', 'tenmoku']
const MATTERS = ['colour', 'surface', 'food_safe', 'easy_to_apply', 'price']

/** Somewhere that a box can go to. */
const TOWNS = [
  { city: 'Tonhausen', postcode: '37100', country: 'DE', street: 'Brennerweg' },
  { city: 'Lervik', postcode: '447 31', country: 'SE', street: 'Ugnsvägen' },
  { city: 'Kleidam', postcode: '1483 GV', country: 'NL', street: 'Ovenkade' },
  { city: 'Upper Tarn', postcode: 'TN4 7AA', country: 'GB', street: 'Kiln Lane' },
]

/** One plausible order of glaze samples. */
export function samplesAnswers(chance: Chance, people: number): Answers {
  const { first_name, last_name, email } = personOf(chance.whole(0, people))
  const chosen = GLAZES.filter(() => chance.happens(0.45)).slice(0, 6)
  const [first = '', ...rest] = MATTERS.map((value, index) => ({ value, at: index + chance.next() * 4 }))
    .sort((a, b) => a.at - b.at)
    .map(({ value }) => value)
  const { street, ...town } = chance.pick(TOWNS)
  return {
    glazes: chosen.length >= 2 ? chosen : ['ash_green', 'tenmoku'],
    matters: chance.happens(0.8) ? { place_1: first, place_2: rest[0] ?? null, place_3: rest[1] ?? null } : null,
    people_sharing: chance.happens(0.7) ? chance.whole(1, 14) : null,
    ware: chance.happens(0.6) ? chance.pick(['earthenware', 'stoneware', 'porcelain', 'glass']) : null,
    club_number: chance.happens(0.3) ? `GC-${chance.whole(1000, 9999)}` : null,
    person: { first: first_name, last: last_name },
    email,
    address: { ...town, street: `${street} ${chance.whole(1, 90)}` },
    club_letters: chance.happens(0.4),
  }
}

/** A serial number as the plates have them: four digits, and those of the numbers only whose check character is one too. */
function serialNumber(chance: Chance): string {
  const number = `TK${chance.whole(1000, 2999)}`
  const check = checkCharacter(number)
  return /[0-9]/.test(check) ? `TK-${number.slice(2)}${check}` : serialNumber(chance)
}

/** Whoever wants the letter, known or not. */
export const notesAnswers = (chance: Chance, people: number): Answers => ({
  email: personOf(chance.whole(0, people - 1)).email,
  letter: true,
})

/** Somebody’s phone, of the twelve hundred numbers that Ofcom and PTS keep free for stories. */
function phoneOf(person: number): string {
  const n = person % 1200
  return n < 1000 ? `+${442079460000 + n}` : n < 1100 ? `+${46313900600 + n - 1000}` : `+${46406280400 + n - 1100}`
}

/** One plausible call for service; they may come from some weekday on, counted from when it is asked. */
export function serviceAnswers(chance: Chance, people: number, weekdayAfter: (days: number) => string): Answers {
  const fault = chance.weigh([
    { weight: 4, value: 'it_does_not_heat' },
    { weight: 3, value: 'it_switches_off' },
    { weight: 2, value: 'the_lid_or_a_brick' },
    { weight: 4, value: 'yearly_service' },
    { weight: 1, value: 'The display shows E4' },
  ]).value
  const wait = chance.whole(0, 10)
  const person = chance.whole(0, people - 1)
  return {
    serial: serialNumber(chance),
    fault,
    told:
      fault === 'yearly_service'
        ? null
        : chance.pick(['It trips the fuse at about 600 °C.', 'Since the last firing, cold.']),
    firings: chance.happens(0.7) ? 2 * chance.whole(1, 15) : null,
    visit: { from: weekdayAfter(wait), to: weekdayAfter(wait + chance.whole(1, 12)) },
    from_time: chance.happens(0.4) ? chance.pick(['08:00', '09:30', '13:00']) : null,
    photos: fault !== 'yearly_service' && chance.happens(0.5) ? ['lid brick.png'] : null,
    signed: chance.happens(0.45)
      ? { drawn: ['signature.png'] }
      : chance.happens(0.3)
        ? { typed: 'Signed for the studio' }
        : null,
    phone: phoneOf(person),
    email: personOf(person).email,
  }
}

/** One plausible request of a school. */
export function quoteAnswers(chance: Chance, people: number, weekdayAfter: (days: number) => string): Answers {
  const { first_name, last_name, email, company } = personOf(chance.whole(0, people))
  const pupils = chance.whole(12, 160)
  return {
    school: `${company} School`,
    pupils,
    groups: chance.happens(0.7) ? { younger_ones: ['hand_built', 'tiles'], older_ones: ['thrown'] } : null,
    kilns: Math.max(1, Math.round(pupils / 60)),
    wheels: chance.happens(0.6) ? chance.whole(1, 12) : null,
    clay: chance.happens(0.6),
    plan: chance.happens(0.4) ? ['kiln room.png'] : null,
    meeting: chance.happens(0.6) ? weekdayAfter(chance.whole(2, 30)) : null,
    at: chance.happens(0.4) ? chance.pick(['09:00', '10:30', '14:00']) : null,
    person: { first: first_name, last: last_name },
    email,
  }
}
