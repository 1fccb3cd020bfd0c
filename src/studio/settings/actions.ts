'use server'

import { setTags } from '@/server/deeds/tagged_links'
import { z } from 'zod'
import type { Resources } from '@/core/examine/examine'
import { deedAction, memberAction } from '@/server/access/session'
import {
  addDesk,
  addField,
  addList,
  changeDesk,
  changeField,
  dropToken,
  makeToken,
  orderFields,
  readSettings,
  setSites,
  setTimeZone,
} from '@/server/deeds/settings'
import { change, type Changed, changeAction } from './change'

/** Adds a contact field, a list or a desk with no address yet, named after its title. */
export const addResourceAction = memberAction(
  'read',
  z.tuple([z.enum(['field', 'list', 'desk']), z.string()]),
  (member, what, title): Promise<Changed<{ name: string }, Resources>> =>
    ({
      field: () => change(addField, readSettings, member, { record: 'contact', label: title }),
      list: () => change(addList, readSettings, member, { title }),
      desk: () => change(addDesk, readSettings, member, { title }),
    })[what](),
)

/** Adds a field to a sort of record, named after its label. */
export const addFieldAction = changeAction(addField, readSettings)

/** Changes a field that is there. */
export const setFieldAction = changeAction(changeField, readSettings)

/** Puts the fields of a record in another order. */
export const orderFieldsAction = changeAction(orderFields, readSettings)

/** Sets what a desk is called and who belongs to it. */
export const setDeskAction = changeAction(changeDesk, readSettings)

/** Makes an API token. It is shown this once. */
export const newTokenAction = deedAction(makeToken)

/** Withdraws an API token. */
export const withdrawTokenAction = deedAction(dropToken)

/** Says on which sites forms may send their visitors on. */
export const setSitesAction = changeAction(setSites, readSettings)

/** Tells days and hours in another time zone from now on. */
export const setTimeZoneAction = deedAction(setTimeZone)

/** Says which tags links are made with. */
export const setTagsAction = deedAction(setTags)
