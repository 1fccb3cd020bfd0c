import { z } from 'zod'

/** Where something that is only said shows: by the width of the page. What is asked shows everywhere. */
const SHOWN_ON = ['both', 'phone', 'desk'] as const

export type ShownOn = (typeof SHOWN_ON)[number]

export const shownOnSchema = () => z.enum(SHOWN_ON).default('both').describe('Screens on which it shows')
