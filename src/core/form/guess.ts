import type { Question } from './definition'

/** Words that tell a kind, tried in order; the first that occurs wins. */
const TELLTALES: [RegExp, Question['kind']][] = [
  [/\be-?mail\b/i, 'email'],
  [/\b(agree|consent|newsletter|subscribe|i accept|keep me|send me)\b/i, 'consent'],
  [/\b(how many|how much|how hot|how old|number of|quantity|amount|budget|spend|guests|years?)\b/i, 'number'],
  [/^(which|what kind|what type|choose|pick|do you|are you|is there|will you|have you)\b/i, 'single_choice'],
  [/\b(anything|tell us|describe|comments?|message|notes?|why|details)\b/i, 'long_text'],
]

/** The kind of question some wording is most likely to be; short text when nothing tells. */
export const guessKind = (wording: string): Question['kind'] =>
  TELLTALES.find(([words]) => words.test(wording))?.[1] ?? 'short_text'
