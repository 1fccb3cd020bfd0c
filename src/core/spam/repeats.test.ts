import { describe, expect, it } from 'vitest'
import type { Origins } from '../origins/origin'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { longTexts, typedNames } from './repeats'

const form = formOf([
  choiceOf('ware', 'stoneware_that_is_fired_twice_over'),
  { kind: 'long_text', name: 'message', label: 'Message' },
  { kind: 'short_text', name: 'studio', label: 'Studio' },
  { kind: 'yes_no', name: 'newsletter', label: 'Newsletter' },
  emailQuestion,
])
const MESSAGE = 'Cheap pallets of bricks, container every month'
const typed = (answers: object): Origins => Object.fromEntries(Object.keys(answers).map((name) => [name, 'typed']))

describe('what somebody wrote', () => {
  it('is compared where two people hardly write the same, whatever its case and spaces', () => {
    const answers = {
      ware: 'stoneware_that_is_fired_twice_over',
      message: ` CHEAP pallets of bricks,\n container every month `,
      studio: 'Best Offers',
      email: 'offers@bulk.example',
    }
    expect(longTexts(form, answers, typed(answers))).toEqual([MESSAGE.toLowerCase()])
  })
  it('is each text once', () => {
    const answers = { message: MESSAGE, studio: MESSAGE }
    expect(longTexts(form, answers, typed(answers))).toEqual([MESSAGE.toLowerCase()])
  })
  it('is not what was filled in for them, nor what they left alone', () => {
    const answers = { message: MESSAGE, studio: 'Alder School', newsletter: false, email: 'una@people.example' }
    const origins: Origins = { ...typed(answers), message: 'default', email: 'link' }
    expect(longTexts(form, answers, origins)).toEqual([])
    expect(typedNames(answers, origins)).toEqual(['studio'])
  })
})
