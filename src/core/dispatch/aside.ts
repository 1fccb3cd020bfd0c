/** Why what waited for lists to be confirmed was put aside: whoever was asked said no, or nothing. */
export const UNCONFIRMED_ASIDE = 'What it waited for was not confirmed.'

/** Why deliveries about somebody who was erased were put aside: nothing is left of them to be sent. */
export const ERASED_ASIDE = 'Whoever it was about was erased.'
