/** The ledger's keys, told by `?`. */
export const LEDGER_KEYS = [
  ['↑ ↓', 'move between rows'],
  ['Enter', 'open or close the row'],
  ['Esc', 'close the row'],
  ['A', 'add a question below'],
  ['S', 'add a step below'],
  ['D', 'duplicate'],
  ['X', 'switch off, or on again'],
  ['R', 'required, or not'],
  ['W', 'edit when it shows'],
  ['L', 'edit where it lands'],
  ['Alt ↑ ↓', 'move the row'],
  ['Delete', 'delete; undo brings it back'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['?', 'show these keys'],
] as const
