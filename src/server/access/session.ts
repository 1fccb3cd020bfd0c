import { headers } from 'next/headers'
import { notFound, redirect } from 'next/navigation'
import { cache, createElement, type ReactNode } from 'react'
import { z } from 'zod'
import { findUnfit, isSoundText } from '@/core/formats/text'
import type { Right } from '@/core/rights/right'
import { within } from '@/core/rights/within'
import type { Db } from '@/db/database'
import { context } from '../context'
import { type Deed, perform } from '../deeds/deed'
import type { NotDone } from '../done'
import { askedPlace, markRefused } from '../door/asker'
import { markReached } from '../door/reached'
import { askGate } from './gate'
import { actorOf, type Asking, type Member, type SignedIn, tellAsker } from './member'

const askerOfRequest = cache(async (): Promise<Asking> => tellAsker(await headers()))

/**
 * The one way into the studio: whoever is signed in and belongs to the workspace, or the way to where that is mended.
 * Every page, layout and action is made by one of the functions below, which ask it before anything else happens.
 */
export async function requireMember(): Promise<Member> {
  const asking = await askerOfRequest()
  const { handle, path } = askedPlace()
  switch (asking.is) {
    case 'member':
      return asking.member
    case 'stranger':
      return redirect('/sign-in')
    case 'undecided':
      return redirect(`/workspaces?${new URLSearchParams({ to: path })}`)
    case 'outsider':
      return handle === null ? redirect('/workspaces') : notFound()
  }
}

/** Whoever is signed in, wherever they work, or the way to the sign-in page. */
export async function requireSignedIn(): Promise<SignedIn> {
  const asking = await askerOfRequest()
  switch (asking.is) {
    case 'stranger':
      return redirect('/sign-in')
    case 'member':
      return asking.member
    case 'undecided':
    case 'outsider':
      return asking.who
  }
}

/** An address of the studio in the workspace that the request under way is in. */
export const here = (path: string): string => within(askedPlace().handle, path)

/** What a page gets of its address: the parts of the path, and each search parameter once. */
export interface Place {
  params: Readonly<Record<string, string>>
  search: Readonly<Record<string, string>>
}

interface PageProps {
  params: Promise<Record<string, string | string[] | undefined>>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** Makes a page of the studio, for members who have a right; others are told who can give it. */
export const memberPage =
  (right: Right, show: (member: Member, place: Place) => Promise<ReactNode> | ReactNode) =>
  async ({ params, searchParams }: PageProps): Promise<ReactNode> => {
    const member = await requireMember()
    const kept = await askGate(actorOf(member), right)
    if (kept) return tellKept(kept)
    return show(member, { params: plain(await params, true), search: plain(await searchParams, false) })
  }

/** Makes a page of one thing that the path names by its id, for members who have a right. */
export const foundPage = <T>(
  right: Right,
  find: (db: Db, workspaceId: string, id: string) => Promise<T | null>,
  show: (found: T, member: Member) => Promise<ReactNode> | ReactNode,
) =>
  memberPage(right, async (member, { params }) => {
    const id = z.uuid().safeParse(params.id).data
    const found = id ? await find(context().db, member.workspaceId, id) : null
    return found === null ? notFound() : show(found, member)
  })

/**
 * Makes a layout of the studio, for members who have a right. Its pages ask for themselves: they are made beside it, not
 * after.
 */
export const memberLayout =
  (right: Right, show: (member: Member, place: Pick<Place, 'params'>, children: ReactNode) => Promise<ReactNode>) =>
  async ({ params, children }: { params: PageProps['params']; children: ReactNode }): Promise<ReactNode> => {
    const member = await requireMember()
    const kept = await askGate(actorOf(member), right)
    return kept ? tellKept(kept) : show(member, { params: plain(await params, true) }, children)
  }

function tellKept({ message }: NotDone): ReactNode {
  markRefused()
  return createElement(
    'main',
    { className: 'mx-auto mt-[14vh] max-w-md px-4' },
    createElement('h1', null, 'Your role does not reach this'),
    createElement('p', { className: 'mt-2', dir: 'auto' }, message),
  )
}

/**
 * Makes an action of the studio, for members who have a right, with its input checked: an action can be called with
 * anything by anybody, whatever the studio itself sends.
 */
export const memberAction =
  <T extends unknown[], R>(right: Right, input: z.ZodType<T>, act: (member: Member, ...given: T) => Promise<R>) =>
  async (...given: T): Promise<R> => {
    markReached()
    const member = await requireMember()
    const read = input.safeParse(given)
    // Nobody’s screen asks like this, so there is nobody to explain it to.
    if ((await askGate(actorOf(member), right)) || findUnfit(given) !== null || !read.success) notFound()
    return act(member, ...read.data)
  }

/** Makes an action of the studio that does a deed, for members; tells what came of it. */
export const deedAction = <Input extends z.ZodType, Gives extends z.ZodType>(one: Deed<Input, Gives>) =>
  // What the deed itself takes is asked as it is done, and told as any refusal of it is.
  memberAction('read', z.tuple([z.custom<z.input<Input>>()]), (member, given) => perform(one, actorOf(member), given))

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
