import type { Facts } from '@/core/answers/answer'
import { isAnybodysMail } from '@/core/answers/mail_domains'
import { dayIn } from '@/core/formats/zone'

/** What is known where an answer is given, in a workspace's time zone, at a moment. */
export const factsAt = (timeZone: string, at: Date): Required<Facts> => ({ today: dayIn(timeZone, at), isAnybodysMail })
