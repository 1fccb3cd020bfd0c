/** Writes wordings that use what is known, with each answer. */
import { say } from '@/core/form/said'
import { SAID_ATTRIBUTES } from '../said_attributes'
import { watchers } from './kinds'

watchers.push((page, { answers }) => {
  const { root, data, speech } = page
  const known = { ...data.carried, ...answers }
  page.say = (wording) => say(data, wording, known, speech)
  for (const element of root.querySelectorAll<HTMLElement>('[data-says]')) {
    const said = page.say(element.dataset.says ?? '')
    if (element.textContent !== said) element.textContent = said
  }
  for (const attribute of SAID_ATTRIBUTES)
    for (const element of root.querySelectorAll(`[data-says-${attribute}]`))
      element.setAttribute(attribute, page.say(element.getAttribute(`data-says-${attribute}`) ?? ''))
})
