'use server'

import type { z } from 'zod'
import { deedAction } from '@/server/access/session'
import { dropRehearsal, keepRehearsal, runRehearsals } from '@/server/deeds/rehearsals'

/** A kept rehearsal, run through the draft on the screen. */
export type RehearsalRun = z.input<typeof runRehearsals.gives>['runs'][number]

/** Keeps answers with the form. */
export const keepRehearsalAction = deedAction(keepRehearsal)

/** Removes a kept rehearsal. */
export const dropRehearsalAction = deedAction(dropRehearsal)

/** Runs every kept rehearsal through the draft on the screen, saved or not. Nothing is done. */
export const runRehearsalsAction = deedAction(runRehearsals)
