import { type Enliven, tellEntered } from '../kinds'

/** Lets options be pressed in their order; the menus of places hold the answer and are put away. */
export const enliven: Enliven = (box, speech) => {
  const places = box.querySelector<HTMLElement>('[data-places]')
  const order = box.querySelector<HTMLElement>('[data-order]')
  if (!places || !order) return
  const menus = [...places.querySelectorAll('select')]
  const buttons = [...order.querySelectorAll('button')]
  const chosen = () => menus.map(({ value }) => value).filter(Boolean)

  const show = () => {
    const given = chosen()
    for (const button of buttons) {
      const at = given.indexOf(button.dataset.option ?? '')
      const words = at < 0 ? speech.tell('no_place_yet') : (menus[at]?.previousElementSibling?.textContent ?? '')
      button.classList.toggle('placed', at >= 0)
      for (const place of button.querySelectorAll('.place')) place.textContent = at < 0 ? '' : speech.number(at + 1)
      for (const said of button.querySelectorAll('[data-said]')) said.textContent = `, ${words}`
    }
  }

  const press = (option: string) => {
    const given = chosen()
    const next = given.includes(option) ? given.filter((one) => one !== option) : [...given, option]
    if (next.length > menus.length) return
    menus.forEach((menu, index) => (menu.value = next[index] ?? ''))
    show()
    tellEntered(menus[0])
  }

  for (const button of buttons) button.addEventListener('click', () => press(button.dataset.option ?? ''))
  for (const menu of menus) menu.addEventListener('change', show)
  const [first] = buttons
  // Whoever is led to the question comes to what can be pressed.
  if (first && menus[0]) [first.id, menus[0].id] = [menus[0].id, '']
  places.hidden = true
  order.hidden = false
  show()
}
