import type { Locator, Page } from '@playwright/test'
import { addDays, isWeekday } from '@/core/answers/day'
import type { Form, Question } from '@/core/form/definition'

/** Fills in whatever is asked on the way of somebody who chooses the first of everything, stop by stop, and sends it. */
export async function fillIn(page: Page, form: Form, email: string, look: () => Promise<void>): Promise<void> {
  const { next, send } = form.wording
  const asked = form.steps.flatMap(({ questions }) => questions)
  for (let stops = 0; stops < asked.length; stops++) {
    for (const question of asked) {
      const box = page.locator(`[data-question="${question.name}"]`)
      if (await box.isVisible()) await answer(box, question, email)
    }
    await look()
    const last = page.getByRole('button', { name: send, exact: true })
    if (await last.isVisible()) return last.click()
    await page.getByRole('button', { name: next, exact: true }).click()
  }
}

/** A weekday some days from now, or the last one that is taken. */
function someDay(latest: string | null = null): string {
  let day = latest ?? addDays(new Date().toISOString().slice(0, 10), 10)
  while (!isWeekday(day)) day = addDays(day, latest ? -1 : 1)
  return day
}

async function answer(box: Locator, question: Question, email: string): Promise<void> {
  const input = box.locator('input:visible, textarea:visible').first()
  switch (question.kind) {
    case 'email':
      return input.fill(email)
    case 'short_text':
      return input.fill(question.like || 'Ulla')
    case 'company':
      return input.fill('Alder School')
    case 'long_text':
      return input.fill('It trips the fuse at about 600 °C.')
    case 'number':
      return input.fill(String(question.minimum ?? 1))
    case 'money':
      return input.fill('16000')
    case 'stepper':
    case 'slider':
      return input.fill(String(question.minimum + question.step))
    case 'person_name':
      await box.getByLabel('First name').fill('Ulla')
      return box.getByLabel('Last name').fill('Varga')
    case 'date':
      return input.fill(someDay(await input.getAttribute('max')))
    case 'date_range':
      await input.fill(someDay())
      return box.locator('input').last().fill(someDay())
    case 'time':
      return input.fill(question.earliest ?? '10:00')
    case 'phone':
      return box.getByRole('textbox').fill('070 174 06 05')
    case 'address':
      await box.locator('select').selectOption('SE')
      await box.getByLabel('Street and number').fill('Ugnsvägen 4')
      await box.getByLabel('Postcode').fill('447 31')
      return box.getByLabel('Town or city').fill('Lervik')
    case 'single_choice':
      if (question.look === 'menu') await box.locator('select').selectOption({ index: 1 })
      else await box.locator('label').first().click()
      return
    case 'several_choices':
      for (let n = 0; n < Math.max(1, question.least ?? 1); n++) await box.getByRole('checkbox').nth(n).check()
      return
    case 'yes_no':
    case 'scale':
    case 'rating':
      return box.getByRole('radio').first().check({ force: true })
    case 'consent':
      return box.getByRole('checkbox').check()
    case 'ranking':
      for (const option of question.options.slice(0, question.places ?? undefined))
        await box.getByRole('button', { name: option.label }).click()
      return
    case 'matrix':
      for (const row of await box.locator('.row').all()) await row.locator('input').first().check()
      return
    case 'signature':
      return box.getByRole('textbox').fill('Ulla Varga')
    case 'referral_code':
      return input.fill('K7QXM2PTQ')
    case 'web_address':
      return input.fill('alder-school.example')
    case 'file':
    case 'prose':
    case 'computed':
  }
}
