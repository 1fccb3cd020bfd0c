import { describe, expect, it } from 'vitest'
import { formSchema } from './definition'
import { formFromText, readQuestions } from './from_text'

const TEXT = `
# About you
1. Your name *
Your email*

The kiln:
What do you fire?
  Stoneware
  - Porcelain
Which of these?:
- One
- Two
How hot?
`

describe('questions written down', () => {
  it('are steps by headings, questions by lines, choices by what is indented', () => {
    expect(readQuestions(TEXT)).toEqual([
      {
        title: 'About you',
        questions: [
          { label: 'Your name', required: true, options: [] },
          { label: 'Your email', required: true, options: [] },
        ],
      },
      {
        title: 'The kiln',
        questions: [
          { label: 'What do you fire?', required: false, options: ['Stoneware', 'Porcelain'] },
          { label: 'Which of these?:', required: false, options: ['One', 'Two'] },
          { label: 'How hot?', required: false, options: [] },
        ],
      },
    ])
    expect(readQuestions('')).toEqual([])
    expect(readQuestions('  lost choice\n*').flatMap(({ questions }) => questions)).toEqual([
      { label: 'lost choice', required: false, options: [] },
    ])
  })
  it('make a sound form, whatever they are', () => {
    const form = formFromText('Kilns', TEXT)
    expect(form.steps.map(({ title }) => title)).toEqual(['About you', 'The kiln'])
    expect(form.steps[0]?.questions.map(({ kind }) => kind)).toEqual(['person_name', 'email'])
    expect(form.steps[1]?.questions[0]).toMatchObject({
      kind: 'single_choice',
      options: [
        { value: 'stoneware', label: 'Stoneware' },
        { value: 'porcelain', label: 'Porcelain' },
      ],
    })
    for (const text of ['', '#', '# A', '-\n-', '\t*', 'x'.repeat(5000), 'a\n' + '  b\n'.repeat(500)])
      expect(formSchema.safeParse(formFromText('T', text)).success, text.slice(0, 20)).toBe(true)
  })
})
