import { describe, expect, it } from 'vitest'
import { formOf } from '../testing/forms'
import { examinePictures, picturesShown } from './pictures'
import { heightOf, pictureAddress } from '../answers/pictures'

const picture = (n: number) => ({
  id: `00000000-0000-4000-8000-00000000000${n}`,
  alt: '',
  width: 900,
  height: 600,
})

describe('a picture', () => {
  it('is as high as its shape says, and as it is where it has none', () => {
    expect(heightOf(picture(1), 'square', 384)).toBe(384)
    expect(heightOf(picture(1), 'wide', 384)).toBe(256)
    expect(heightOf(picture(1), 'tall', 384)).toBe(480)
    expect(heightOf(picture(1), 'whole', 768)).toBe(512)
    expect(heightOf({ width: 5000, height: 1 }, 'whole', 192)).toBe(1)
    expect(pictureAddress('x', 'square', 384, 'avif')).toBe('/pictures/x/square-384.avif')
  })
  it('is found wherever a form shows it, and missed where a workspace has it not', () => {
    const options = [
      { value: 'a', label: 'A', picture: picture(1) },
      { value: 'b', label: 'B', picture: null },
    ]
    const form = formOf([
      { kind: 'single_choice', name: 'ware', label: 'Ware', look: 'pictures', options },
      // Kept, and not shown as long as it is a list.
      {
        kind: 'several_choices',
        name: 'more',
        label: 'More',
        look: 'list',
        options: [{ value: 'c', label: 'C', picture: picture(3) }],
      },
      { kind: 'prose', name: 'hello', label: 'Hello', picture: picture(2) },
    ])
    expect(picturesShown(form).map(({ about }) => about)).toEqual(['ware', 'hello'])
    expect(examinePictures(form, [picture(1).id]).map(({ text }) => text)).toEqual([
      '“Hello” shows a picture that is not in this workspace. Add it anew.',
    ])
  })
})
