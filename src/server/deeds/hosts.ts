import { z } from 'zod'
import { hostSchema } from '@/core/formats/host'
import {
  addHost as add,
  chooseHost as choose,
  dropHost as drop,
  markProven,
  readHosts as read,
} from '@/db/queries/hosts'
import type { Context } from '../context'
import { done, notDone } from '../done'
import { forgetLiveForms } from '../forms/live'
import { baseOf } from '../hosts/base'
import { lookFor, proofRecordOf } from '../hosts/prove'
import { forgetHosts } from '../hosts/whose'
import { deed } from './deed'
import { moment } from './shapes'

/** Host names of a workspace’s own, at which its forms are opened. */

const MOST = 20

const ofHost = z.object({ name: z.string().max(260) })
const shown = z.object({
  hosts: z.array(
    z.object({
      name: z.string(),
      provenAt: moment.nullable().describe('When it was shown that the name is theirs'),
      record: z
        .object({ name: z.string(), text: z.string() })
        .describe('The record (TXT) in the zone of the name that shows it'),
    }),
  ),
  chosen: z.string().nullable().describe('Which of them links are made with; null for the installation’s own'),
  base: z.string().describe('What links to forms begin with'),
})

/** The names, as they are shown. */
export type Shown = z.input<typeof shown>

/** The names as they are now; other processes know of a change within a second. */
export async function showHosts({ db, config }: Context, workspaceId: string): Promise<Shown> {
  const { hosts, chosen } = await read(db, workspaceId)
  return {
    hosts: hosts.map(({ name, provenAt }) => ({
      name,
      provenAt,
      record: proofRecordOf(config.LICHEN_SECRET, workspaceId, name),
    })),
    chosen,
    base: baseOf(config.LICHEN_URL, chosen),
  }
}

async function showChanged(context: Context, workspaceId: string) {
  forgetHosts()
  forgetLiveForms()
  return done(await showHosts(context, workspaceId))
}

const NONE = { 404: 'No such name' }
const noName = () => notDone(404, 'There is no such name.')

export const readHosts = deed({
  summary: 'The host names of your own that forms are opened at, and which of them links are made with',
  may: 'read',
  input: z.object({}),
  gives: shown,
  run: async ({ context, workspaceId }) => done(await showHosts(context, workspaceId)),
})

export const addHost = deed({
  summary: 'Add a host name of your own; it is used once a record in its zone shows that it is yours',
  may: 'own',
  input: z.strictObject({ name: hostSchema }),
  gives: shown,
  refusals: { 409: 'There is one already, or too many', 422: 'The name is the installation’s own' },
  leaves: { deed: 'addHost', about: ({ name }) => name },
  async run({ context, workspaceId }, { name }) {
    if (name === new URL(context.config.LICHEN_URL).hostname)
      return notDone(422, 'That is the installation’s own name: forms are opened there already.')
    const added = await add(context.db, workspaceId, name, MOST)
    if (added === 'there is one') return notDone(409, 'There is this name already.')
    if (added === 'too many') return notDone(409, `A workspace has ${MOST} names at most. Drop one first.`)
    return showChanged(context, workspaceId)
  },
})

export const proveHost = deed({
  summary: 'Look for the record that shows that a name is yours; whoever had the name before has it no more',
  may: 'own',
  input: ofHost,
  gives: shown,
  refusals: { ...NONE, 422: 'The record is not there' },
  leaves: { deed: 'proveHost', about: ({ name }) => name },
  async run({ context, workspaceId }, { name }) {
    const { db, config } = context
    const { hosts } = await read(db, workspaceId)
    if (!hosts.some((host) => host.name === name)) return noName()
    const looked = await lookFor(proofRecordOf(config.LICHEN_SECRET, workspaceId, name), config.LICHEN_DNS)
    if (!looked.found) return notDone(422, looked.says)
    return (await markProven(db, workspaceId, name)) === null ? noName() : showChanged(context, workspaceId)
  },
})

export const chooseHost = deed({
  summary: 'Make links to forms with a name of your own, or with the installation’s; links that went out stay as good',
  may: 'own',
  input: z.strictObject({ name: z.string().max(260).nullable() }),
  gives: shown,
  refusals: { 422: 'It is not shown that the name is yours' },
  leaves: { deed: 'chooseHost', about: ({ name }) => name ?? 'the installation’s own' },
  run: async ({ context, workspaceId }, { name }) =>
    (await choose(context.db, workspaceId, name))
      ? showChanged(context, workspaceId)
      : notDone(422, 'Links can be made with a name only once it is shown that it is yours.'),
})

export const dropHost = deed({
  summary: 'Drop a host name: forms are opened there no more, and links that were made with it lead nowhere',
  may: 'own',
  input: ofHost,
  gives: shown,
  refusals: NONE,
  leaves: { deed: 'dropHost', about: ({ name }) => name },
  run: async ({ context, workspaceId }, { name }) =>
    (await drop(context.db, workspaceId, name)) ? showChanged(context, workspaceId) : noName(),
})
