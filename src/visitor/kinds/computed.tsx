import { showAnswer } from '@/core/form/show'
import type { ControlProps, VisitorKind } from './control'

/** What a value comes to, for the eyes; nothing of it is sent. */
const Computed = ({ question, value, id, speech }: ControlProps<'computed'>) => (
  <output id={id} className="computed" data-computed>
    {typeof value === 'number' ? showAnswer(question, value, speech) : '—'}
  </output>
)

export const computed: VisitorKind<'computed'> = {
  Control: Computed,
  frame: ({ shown }) => (shown ? 'label' : 'unseen'),
}
