/** Why deliveries about somebody who was erased were put aside: nothing is left of them to be sent. */
export const ERASED_ASIDE = 'Whoever it was about was erased.'
