/** Writes wordings that use what is known, with each answer. */
import { say } from '@/core/form/said'
import { SAID_ATTRIBUTES } from '../said_attributes'
import { sayer, watchers } from './kinds'

watchers.push((form, { answers }, speech) => {
  const known = { ...form.carried, ...answers }
  sayer.say = (wording) => say(form, wording, known, speech)
  for (const element of document.querySelectorAll<HTMLElement>('[data-says]')) {
    const said = sayer.say(element.dataset.says ?? '')
    if (element.textContent !== said) element.textContent = said
  }
  for (const attribute of SAID_ATTRIBUTES)
    for (const element of document.querySelectorAll(`[data-says-${attribute}]`))
      element.setAttribute(attribute, sayer.say(element.getAttribute(`data-says-${attribute}`) ?? ''))
})
