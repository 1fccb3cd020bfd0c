import { targetOf } from '@/core/dispatch/targets/registry'
import { findField, type RecordField, showStored } from '@/core/fields/field'
import { tellHeld, tellSlot } from '@/core/changes/tell'
import { readStored } from '@/core/form/stored'
import { showAnswer, tellAnswers } from '@/core/form/show'
import { findQuestion, labelOf, valuesInOrder } from '@/core/form/values'
import { type Answers, isBlank } from '@/core/answers/answer'
import { emailIn } from '@/core/records/match'
import type { RecordType } from '@/core/fields/field'
import type { Form } from '@/core/form/definition'
import type { Db, Runner } from '@/db/database'
import { findTraces, readSentByThem, readTellingDeliveries, type Traces } from '@/db/queries/traces'
import { listBrowsers } from '@/db/queries/browsers'
import { listConsents } from '@/db/queries/confirming'
import { listLinks } from '@/db/queries/links'
import { listNotes } from '@/db/queries/notes'
import { listProposals } from '@/db/queries/proposals'
import { findPerson, readLineage } from '@/db/queries/people'
import {
  readDeliveriesInFull,
  readEntriesOf,
  readFilesOf,
  readOpenedInFull,
  readPostsOf,
  readSentInFull,
  type SentInFull,
} from '@/db/queries/person_data'
import { readResources } from '@/db/queries/workspace'

/** More than there is of anything of one person. */
const ALL = 100_000

/** All that is kept of one person, in words and as it is stored; `null` where there is no such person. */
export async function gatherPerson(db: Db, workspaceId: string, id: string) {
  const person = await findPerson(db, workspaceId, id)
  const traces = person && (await findTraces(db, workspaceId, id))
  if (!person || !traces) return null
  const { fields, lists } = await readResources(db, workspaceId)
  const sent = await readSentBy(db, workspaceId, traces)
  const ids = sent.map((one) => one.id)
  const [entries, atInlets, files, links, browsers, notes, proposals, consents, opened, changes, deliveries] =
    await Promise.all([
      readEntriesOf(db, workspaceId, traces),
      readPostsOf(db, workspaceId, traces),
      readFilesOf(db, ids),
      listLinks(db, workspaceId, id),
      listBrowsers(db, workspaceId, id),
      listNotes(db, workspaceId, id, ALL),
      listProposals(db, workspaceId, id, ALL),
      listConsents(db, workspaceId, traces.ids),
      readOpenedInFull(db, workspaceId, traces.ids),
      readLineage(db, workspaceId, traces.ids, ALL),
      readDeliveriesOf(db, workspaceId, traces, ids),
    ])
  const tell = { record: 'contact' as const, fields, lists }
  return {
    format: 'lichen-person-1' as const,
    name: person.name,
    addresses: traces.addresses,
    company: person.company,
    referralCode: person.referral.code,
    broughtBy: person.referral.broughtBy?.name ?? null,
    brought: person.referral.brought.total,
    knownSince: person.createdAt,
    stored: tellStored(fields, 'contact', person.values),
    proposed: proposals.flatMap(({ field, value, formName: form, at }) =>
      tellStored(fields, 'contact', { [field]: value }).map((told) => ({ ...told, form, at })),
    ),
    lists: person.memberships.map(({ title, wording, joinedAt }) => ({ title, wording, joinedAt })),
    consents,
    toBeConfirmed: person.pending.map(({ title, wording, address, askedAt }) => ({ title, wording, address, askedAt })),
    mailRefused: person.refused && { reason: person.refused.reason, at: person.refused.at },
    submissions: sent.map(tellSubmission),
    unfinished: entries.map(({ definition, answers, ...entry }) => ({
      ...entry,
      answered: tellAnswers(readStored(definition), answers),
    })),
    atInlets: atInlets.map(({ came, ...post }) => ({
      ...post,
      sent: came.map(([name, said]) => ({ name, said: typeof said === 'string' ? said : said.name })),
    })),
    files,
    deliveries: deliveries.map(({ body, connection, state, createdAt, settledAt }) => ({
      to: connection ?? targetOf(body.to).words,
      what: targetOf(body.to).explain(body).line,
      text: targetOf(body.to).explain(body).text,
      state,
      createdAt,
      settledAt,
    })),
    links: links.map(({ formName, createdAt, expiresAt, withdrawnAt }) => ({
      form: formName,
      createdAt,
      expiresAt,
      withdrawnAt,
    })),
    browsers: browsers.map(({ formName, createdAt, expiresAt, withdrawnAt }) => ({
      form: formName,
      createdAt,
      expiresAt,
      withdrawnAt,
    })),
    notes: notes.map(({ text, who, writtenAt }) => ({ text, who, writtenAt })),
    opened: opened.map(({ type, values, createdAt, notes: written }) => ({
      type,
      createdAt,
      stored: tellStored(fields, type, values),
      notes: written.map(({ text }) => text),
    })),
    changes: changes.map(({ field, from, to, at, who, formName, because }) => ({
      at,
      what: tellSlot(field, tell),
      from: tellHeld(field, from, tell),
      to: tellHeld(field, to, tell),
      by: who ?? formName,
      because,
    })),
  }
}

export type PersonData = NonNullable<Awaited<ReturnType<typeof gatherPerson>>>

/** What they sent: what was applied to them, and what holds their address and was not applied to anybody. */
async function readSentBy(db: Runner, workspaceId: string, traces: Traces): Promise<SentInFull[]> {
  const found = await readSentByThem(db, workspaceId, traces)
  const contacts = new Map(found.map((one) => [one.id, one.contact]))
  const all = await readSentInFull(db, [...contacts.keys()])
  return all.filter(({ id, definition, values }) => {
    const contact = contacts.get(id) ?? null
    const email = emailIn(readStored(definition), values)?.toLowerCase() ?? ''
    return contact === null ? traces.addresses.includes(email) : traces.ids.includes(contact)
  })
}

async function readDeliveriesOf(db: Runner, workspaceId: string, traces: Traces, submissions: readonly string[]) {
  const telling = await readTellingDeliveries(db, workspaceId, traces, { theirs: submissions, others: [] })
  return readDeliveriesInFull(
    db,
    telling.flatMap((one) => (one.own ? [one.id] : [])),
  )
}

function tellSubmission({ definition, before, values, origins, outcome, ...about }: SentInFull) {
  const form = readStored(definition)
  return {
    ...about,
    answered: tellEach(form, values).map((one) => ({ ...one, from: origins[one.name] ?? null })),
    values,
    read: { title: outcome.title, body: outcome.body },
    corrected: before.map((one) => ({ at: new Date(one.at), before: tellEach(form, one.values) })),
  }
}

const tellEach = (form: Form, values: Answers) =>
  valuesInOrder(form, values)
    .filter((name) => !isBlank(values[name] ?? null))
    .map((name) => ({
      name,
      label: labelOf(form, name),
      words: showAnswer(findQuestion(form, name), values[name] ?? null),
    }))

const tellStored = (fields: readonly RecordField[], record: RecordType, values: Answers) =>
  Object.entries(values).flatMap(([name, value]) => {
    const field = findField(fields, record, name)
    return isBlank(value) ? [] : [{ name, label: field?.label ?? name, value, words: showStored(field, value) }]
  })
