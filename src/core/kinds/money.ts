import { z } from 'zod'
import type { KindRules } from '../answers/answer'
import type { KindManner } from '../answers/kind'
import { checkNumber, contradictionsOf, type Limits, numberDomain, numberSchema, TYPED_NUMBER } from '../answers/number'

/** Settings of a question for an amount of money. */
export const settings = () => ({
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'Give a currency as its three letters, such as EUR')
    .default('EUR')
    .describe('ISO 4217'),
  minimum: z.number().default(0).describe('Smallest amount'),
  maximum: z.number().nullable().default(null).describe('Largest amount'),
  whole: z.boolean().default(true).describe('Whether only whole amounts are asked for'),
})

interface Money {
  currency: string
  minimum: number
  maximum: number | null
  whole: boolean
}

/** An amount as people read it there: “€1,200”, “SEK 350.50”, “1.200 €”. */
export const formatMoney = (amount: number, currency: string, locale = 'en-GB'): string =>
  new Intl.NumberFormat(locale, {
    style: 'currency',
    currency,
    trailingZeroDisplay: 'stripIfInteger',
  } as Intl.NumberFormatOptions).format(amount)

/** How many digits a currency has after the point: two of most, none of some. */
const digitsOf = (currency: string): number =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2

const limitsOf = ({ minimum, maximum, whole, currency }: Money): Limits => ({
  minimum,
  maximum,
  step: whole ? 1 : Number(`1e-${digitsOf(currency)}`),
})

/** An amount in one currency, stored as a number. */
export const rules: KindRules<Money> = {
  ...TYPED_NUMBER,
  check: (raw, money) => checkNumber(raw, limitsOf(money)),
  show: (answer, { currency }, { locale }) => formatMoney(Number(answer), currency, locale),
}

export const manner: KindManner<Money> = {
  words: 'Money',
  texts: ['not_number', 'too_small', 'too_large', 'off_step'],
  suggestedBy: { words: /\b(budget|price|spend|cost|how much money)\b/i, sureness: 4 },
  must: ({ currency, minimum, maximum }) =>
    maximum === null
      ? `${formatMoney(minimum, currency)} or more`
      : `${formatMoney(minimum, currency)}–${formatMoney(maximum, currency)}`,
  domain: (money) => numberDomain(limitsOf(money)),
  schema: (money) => numberSchema(limitsOf(money)),
  width: 'half',
  typed: true,
  fillable: true,
  contradictions: (money) => contradictionsOf(limitsOf(money)),
}
