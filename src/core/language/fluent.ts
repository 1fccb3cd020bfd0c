import { Speech } from './texts'

/**
 * Speaks as often as a server does: formats are made once, since making one takes longer than a hundred uses of it. A
 * page speaks seldom, and is lighter without.
 */
export class FluentSpeech extends Speech {
  private readonly numbers = new Map<string, Intl.NumberFormat>()
  private lists: Intl.ListFormat | undefined

  override number(number: number, maximumFractionDigits = 20, useGrouping: 'min2' | false = 'min2'): string {
    const key = `${maximumFractionDigits} ${useGrouping}`
    const format = this.numbers.get(key) ?? new Intl.NumberFormat(this.locale, { maximumFractionDigits, useGrouping })
    this.numbers.set(key, format)
    return format.format(number)
  }

  override list(items: readonly string[]): string {
    this.lists ??= new Intl.ListFormat(this.locale, { type: 'unit', style: 'short' })
    return this.lists.format(items)
  }
}
