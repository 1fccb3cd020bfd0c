/** Writes wordings that use what is known, with each answer. */
import { say } from '@/core/form/said'
import { sayer, watchers } from './kinds'

watchers.push((form, { answers }, speech) => {
  const known = { ...form.carried, ...answers }
  sayer.say = (wording) => say(form, wording, known, speech)
  for (const element of document.querySelectorAll<HTMLElement>('[data-says]')) {
    const said = sayer.say(element.dataset.says ?? '')
    if (element.textContent !== said) element.textContent = said
  }
})
