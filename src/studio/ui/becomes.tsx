import { Outside } from './outside'

/** What something was and what it is: “Odda → Oda”. */
export const Becomes = ({ from, to }: { from: string; to: string }) => (
  <>
    {from && (
      <>
        <s className="text-soft">
          <Outside>{from}</Outside>
        </s>{' '}
        →{' '}
      </>
    )}
    {to ? <Outside>{to}</Outside> : <span className="text-soft">blank</span>}
  </>
)
