import { Tick } from '../ui/field'

interface Props {
  question: { shuffled: boolean }
  label?: string
  onChange: (change: { shuffled: boolean }, key: string) => void
}

/** Whether each visitor gets what there is to choose from in an order of their own. */
export const ShuffledTick = ({
  question: { shuffled },
  label = 'in another order for each visitor',
  onChange,
}: Props) => <Tick label={label} on={shuffled} onCommit={(next) => onChange({ shuffled: next }, 'shuffled')} />
