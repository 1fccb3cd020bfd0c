'use server'

import { deedAction } from '@/server/access/session'
import {
  addNote,
  changeNote,
  changeRecord,
  dropNote,
  giveOwner,
  leaveProposals,
  putBack,
  takeProposals,
} from '@/server/deeds/changes'
import { eraseAddress, erasePerson, planAddressErasure, planErasure } from '@/server/deeds/erasing'
import { lookForDoubles, mergeRecords, sayTwo } from '@/server/deeds/merging'
import { dropBrowser, dropBrowsers } from '@/server/deeds/browsers'
import { addLink, allowMail, dropLink, dropLinks, giveCode } from '@/server/deeds/people'

/** Makes a personal link to a form for a contact; the address is shown this once. */
export const newLinkAction = deedAction(addLink)

/** Gives somebody their referral code. */
export const giveCodeAction = deedAction(giveCode)

/** Withdraws a personal link. */
export const withdrawLinkAction = deedAction(dropLink)

/** Withdraws all of somebody’s. */
export const withdrawLinksAction = deedAction(dropLinks)

/** Has a browser know somebody no more. */
export const withdrawBrowserAction = deedAction(dropBrowser)

/** The same with every browser that knows somebody. */
export const withdrawBrowsersAction = deedAction(dropBrowsers)

/** Sets fields of a record. */
export const changeRecordAction = deedAction(changeRecord)

/** Stores what submissions propose for fields of a record. */
export const takeProposalsAction = deedAction(takeProposals)

/** Leaves what is stored as it is. */
export const leaveProposalsAction = deedAction(leaveProposals)

/** Gives a record an owner. */
export const giveOwnerAction = deedAction(giveOwner)

/** Writes a note to a record. */
export const addNoteAction = deedAction(addNote)

/** Writes a note anew. */
export const changeNoteAction = deedAction(changeNote)

/** Takes a note away. */
export const dropNoteAction = deedAction(dropNote)

/** Puts back what a cause did, or one slot of it. */
export const putBackAction = deedAction(putBack)

/** Merges people, or companies, into one. */
export const mergeAction = deedAction(mergeRecords)

/** Says that two people are two. */
export const sayTwoAction = deedAction(sayTwo)

/** Has people looked for who may be there twice. */
export const lookForDoublesAction = deedAction(lookForDoubles)

/** Says what erasing a person would take. */
export const planErasureAction = deedAction(planErasure)

/** Says what is kept of an address that no person has. */
export const planAddressErasureAction = deedAction(planAddressErasure)

/** Erases what is kept of it. */
export const eraseAddressAction = deedAction(eraseAddress)

/** Erases a person for good. */
export const erasePersonAction = deedAction(erasePerson)

/** Has mails go again to an address that had refused them. */
export const allowMailAction = deedAction(allowMail)
