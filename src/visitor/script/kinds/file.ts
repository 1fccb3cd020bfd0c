import { COMING, fileIdOf, fileNameOf, tidyFileName } from '@/core/answers/files'
import { tellBytes } from '@/core/language/bytes'
import type { Telling, TextKey } from '@/core/language/texts'
import { type Enliven, tellEntered } from '../kinds'
import { holdForm, isPreview, sendFile, takeBackFile } from '../send_file'

/** A file as the list shows it. */
interface Item {
  name: string
  /** Where it is, once all of it is there. */
  address: string | null
  row: HTMLElement
}

/** Sends files as they are chosen, or dropped, and lists them; a hidden field holds where they are. */
export const enliven: Enliven = (box, speech) => {
  const say = (key: TextKey, told?: Telling) => speech.tell(key, told)
  const area = box.querySelector<HTMLElement>('[data-files]')
  const chooser = area?.querySelector<HTMLInputElement>('[type=file]')
  if (!area || !chooser) return
  const question = chooser.name
  const most = Number(area.dataset.most)
  const largest = Number(area.dataset.bytes)
  const held = document.createElement('input')
  held.type = 'hidden'
  held.name = question
  held.value = [...area.querySelectorAll<HTMLInputElement>('[data-sent] :checked')].map(({ value }) => value).join('\n')
  area.querySelector('[data-sent]')?.remove()
  const list = document.createElement('ul')
  list.setAttribute('aria-live', 'polite')
  chooser.removeAttribute('name')
  chooser.before(held, list)
  const ground = area.querySelector<HTMLElement>('[data-choose]')
  if (ground) {
    // What the browser says beside its own button would always be that nothing was chosen.
    chooser.classList.add('unseen')
    ground.hidden = false
  }
  const items = new Set<Item>()
  const waiting = document.createElement('p')
  waiting.className = 'help'
  waiting.setAttribute('role', 'status')
  area.append(waiting)
  const isComing = () => [...items].some(({ address }) => address === null)
  const hold = holdForm(box, speech, isComing, (words) => (waiting.textContent = words))

  /** Says what the answer is now, to whoever listens. */
  const note = () => {
    held.value = [...items].map(({ address }) => address ?? COMING).join('\n')
    tellEntered(held)
    if (!isComing()) waiting.textContent = ''
  }

  const listOne = (name: string, address: string | null): Item => {
    const row = document.createElement('li')
    const item = { name, address, row }
    items.add(item)
    list.append(row)
    return item
  }

  /** Draws what there is to say of a file, and a button to take it back. */
  const show = ({ name, row }: Item, said: string | HTMLElement, buttons: readonly HTMLElement[]) => {
    const title = document.createElement('span')
    title.textContent = name
    const state = document.createElement('span')
    state.className = 'help'
    state.append(said)
    row.replaceChildren(title, state, ...buttons)
  }

  const button = (words: string, name: string, press: () => void) => {
    const made = document.createElement('button')
    made.type = 'button'
    made.className = 'take-back'
    made.textContent = words
    made.setAttribute('aria-label', `${words}: ${name}`)
    made.addEventListener('click', press)
    return made
  }

  const drop = (item: Item, stop: () => void) => {
    hold.forget()
    stop()
    items.delete(item)
    item.row.remove()
    chooser.focus()
    note()
  }

  const showThere = (item: Item, bytes?: number) => {
    const takeBack = () => takeBackFile(box, fileIdOf(item.address) ?? '')
    show(item, [...(bytes === undefined ? [] : [tellBytes(speech, bytes)]), say('is_here')].join(', '), [
      button(say('remove'), item.name, () => drop(item, takeBack)),
    ])
  }

  const refuse = (item: Item, why: string, again?: () => void) => {
    hold.forget()
    items.delete(item)
    const remove = button(say('remove'), item.name, () => item.row.remove())
    show(item, why, again ? [button(say('try_again'), item.name, again), remove] : [remove])
    item.row.classList.add('refused')
    note()
  }

  const take = (file: File) => {
    const item = listOne(tidyFileName(file.name), null)
    if (isPreview(box)) return refuse(item, say('preview_unsent'))
    if (file.size > largest) return refuse(item, say('file_larger', { size: tellBytes(speech, largest) }))
    if (items.size > most) return refuse(item, say('only_so_many', { most }))
    const bar = document.createElement('progress')
    bar.setAttribute('aria-label', say('on_its_way', { name: item.name }))
    bar.value = 0
    const stop = sendFile(box, file, question, speech, {
      onProgress: (share) => (bar.value = share),
      onDone(address) {
        item.address = address
        showThere(item, file.size)
        note()
        hold.goOn()
      },
      onRefused: (why, again) =>
        refuse(
          item,
          why,
          again
            ? () => {
                item.row.remove()
                take(file)
              }
            : undefined,
        ),
    })
    show(item, bar, [button(say('stop'), item.name, () => drop(item, stop))])
    note()
  }

  const restore = () => {
    const addresses = held.value.split('\n').filter((address) => fileIdOf(address))
    if (isComing()) return
    list.replaceChildren()
    items.clear()
    for (const address of addresses) showThere(listOne(fileNameOf(address), address))
  }

  chooser.addEventListener('change', () => {
    for (const file of chooser.files ?? []) take(file)
    chooser.value = ''
  })
  area.addEventListener('dragover', (event) => {
    event.preventDefault()
    ground?.classList.add('over')
  })
  for (const end of ['dragleave', 'drop']) area.addEventListener(end, () => ground?.classList.remove('over'))
  area.addEventListener('drop', (event) => {
    event.preventDefault()
    for (const file of event.dataTransfer?.files ?? []) take(file)
  })
  held.addEventListener('change', restore)
  restore()
}
