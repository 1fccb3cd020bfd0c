import { headers } from 'next/headers'
import { notFound, redirect } from 'next/navigation'
import type { ReactNode } from 'react'
import { cache } from 'react'
import { z } from 'zod'
import { findUnfit, isSoundText } from '@/core/formats/text'
import type { Db } from '@/db/database'
import { context } from '../context'
import { type Actor, type Deed, perform } from '../deeds/deed'
import { markReached } from '../door/reached'
import { doerOf, findMember, type Member } from './member'

const memberOfRequest = cache(async (): Promise<Member | null> => findMember(await headers()))

/**
 * The one way into the studio: whoever is signed in, or the way to the sign-in page. Every page, layout and
 * action is made by one of the functions below, which ask it before anything else happens.
 */
export async function requireMember(): Promise<Member> {
  const member = await memberOfRequest()
  if (!member) redirect('/sign-in')
  return member
}

/** What a page gets of its address: the parts of the path, and each search parameter once. */
export interface Place {
  params: Readonly<Record<string, string>>
  search: Readonly<Record<string, string>>
}

interface PageProps {
  params: Promise<Record<string, string | string[] | undefined>>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** Makes a page of the studio, for members only. */
export const memberPage =
  (show: (member: Member, place: Place) => Promise<ReactNode> | ReactNode) =>
  async ({ params, searchParams }: PageProps): Promise<ReactNode> => {
    const member = await requireMember()
    return show(member, { params: plain(await params, true), search: plain(await searchParams, false) })
  }

/** Makes a page of one thing that the path names by its id, for members only. */
export const foundPage = <T>(
  find: (db: Db, workspaceId: string, id: string) => Promise<T | null>,
  show: (found: T, member: Member) => Promise<ReactNode> | ReactNode,
) =>
  memberPage(async (member, { params }) => {
    const id = z.uuid().safeParse(params.id).data
    const found = id ? await find(context().db, member.workspaceId, id) : null
    return found === null ? notFound() : show(found, member)
  })

/** Makes a layout of the studio, for members only. Its pages ask for themselves: they are made beside it, not after. */
export const memberLayout =
  (show: (member: Member, place: Pick<Place, 'params'>, children: ReactNode) => Promise<ReactNode>) =>
  async ({ params, children }: { params: PageProps['params']; children: ReactNode }): Promise<ReactNode> => {
    const member = await requireMember()
    return show(member, { params: plain(await params, true) }, children)
  }

/**
 * Makes an action of the studio, for members only, with its input checked: an action can be called with
 * anything by anybody, whatever the studio itself sends.
 */
export const memberAction =
  <T extends unknown[], R>(input: z.ZodType<T>, act: (member: Member, ...given: T) => Promise<R>) =>
  async (...given: T): Promise<R> => {
    markReached()
    const member = await requireMember()
    const read = input.safeParse(given)
    // Nobody’s screen asks like this, so there is nobody to explain it to.
    if (findUnfit(given) !== null || !read.success) notFound()
    return act(member, ...read.data)
  }

/** Whoever is signed in, as those who do deeds are known. */
export const actorOf = (member: Member): Actor => ({
  context: context(),
  workspaceId: member.workspaceId,
  doer: doerOf(member),
  email: member.email,
})

/** Makes an action of the studio that does a deed, for members only; tells what came of it. */
export const deedAction = <Input extends z.ZodType, Gives extends z.ZodType>(one: Deed<Input, Gives>) =>
  memberAction(z.tuple([z.custom<z.input<Input>>()]), (member, given) => perform(one, actorOf(member), given))

/** Parameters as text, in a record of their own; of doubled ones the first, and none that are not Unicode. */
function plain(given: Record<string, string | string[] | undefined>, encoded: boolean): Record<string, string> {
  const read: Record<string, string> = {}
  for (const [name, value] of Object.entries(given)) {
    // A forged router state can put anything here, whatever the types say.
    const first: unknown = Array.isArray(value) ? value[0] : value
    const text = typeof first === 'string' ? (encoded ? decode(first) : first) : undefined
    if (text !== undefined && isSoundText(text)) read[name] = text
  }
  return read
}

function decode(text: string): string | undefined {
  try {
    return decodeURIComponent(text)
  } catch {
    return undefined
  }
}
