import type { ShownOn } from '@/core/answers/shown_on'

/** What the style sheet calls the screens that something shows on. */
export const SHOWN_ON_CLASS: Readonly<Record<ShownOn, string | undefined>> = {
  both: undefined,
  phone: 'phone-only',
  desk: 'desk-only',
}
