import type { Form } from '@/core/form/definition'

/** What the button that goes on says, where so many stops are left after this one. */
export const forwardWords = ({ next, last, send }: Form['wording'], left: number): string =>
  left <= 0 ? send : left === 1 && last ? last : next
