import { readNumber, writeNumber } from '@/core/language/numbers'
import { type Enliven, tellEntered } from '../kinds'

/** Ties a slider to the box that holds the answer: moving it writes there, and it follows what is written. */
export const enliven: Enliven = (box, speech) => {
  const range = box.querySelector<HTMLInputElement>('[type=range]')
  const field = box.querySelector<HTMLInputElement>('.field')
  const track = range?.parentElement
  const unit = box.querySelector('.unit')
  if (!range || !field || !track) return
  track.hidden = false
  const follow = () => {
    const said = String(readNumber(field.value, speech))
    if (said !== '' && Number.isFinite(Number(said))) range.value = said
    track.classList.toggle('unmoved', said === '')
    range.setAttribute(
      'aria-valuetext',
      said === ''
        ? speech.tell('not_answered_yet')
        : `${speech.number(Number(range.value))} ${unit?.textContent ?? ''}`.trim(),
    )
  }
  const write = (event: Event) => {
    event.stopPropagation()
    field.value = writeNumber(range.value, speech) as string
    tellEntered(field)
  }
  range.addEventListener('input', write)
  // Where it stands may be the answer that is meant: pressing it says so without moving it.
  range.addEventListener('click', write)
  // What it counts may read otherwise by now.
  range.addEventListener('focus', follow)
  field.addEventListener('input', follow)
  field.addEventListener('change', follow)
  // Browsers may give back what was entered before a page was reloaded.
  if (field.value !== field.defaultValue) follow()
}
