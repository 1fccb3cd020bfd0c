import type { Domain } from '@/core/answers/kind'

/** How an answer is written in the studio that cannot be chosen: the sort of box, and what it is called. */
const INPUTS: Partial<Record<Domain['is'], { type: 'date' | 'time' | 'text'; words: string }>> = {
  number: { type: 'text', words: 'Number' },
  day: { type: 'date', words: 'Day' },
  time: { type: 'time', words: 'Time' },
}

export const inputFor = (domain: Domain | null) => INPUTS[domain?.is ?? 'text'] ?? { type: 'text', words: 'Text' }
