import type { Speech } from '@/core/language/texts'

/** Asks whether it may be kept where somebody came from. */
export const MayKeepOrigin = ({ agreed, speech }: { agreed: boolean; speech: Speech }) => (
  <label className="option consent remember">
    <input type="checkbox" name="_origin" value="yes" defaultChecked={agreed} />
    <span>{speech.tell('may_keep_origin')}</span>
  </label>
)
