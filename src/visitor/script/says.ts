/** Writes wordings that use what is known, with each answer. */
import { say } from '@/core/form/said'
import { watchers } from './kinds'

watchers.push((form, { answers }, speech) => {
  const known = { ...form.carried, ...answers }
  for (const element of document.querySelectorAll<HTMLElement>('[data-says]')) {
    const said = say(form, element.dataset.says ?? '', known, speech)
    if (element.textContent !== said) element.textContent = said
  }
})
