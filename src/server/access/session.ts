import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { cache } from 'react'
import { findMember, type Member } from './member'

const memberOfRequest = cache(async (): Promise<Member | null> => findMember(await headers()))

/** Whoever is signed in; everybody else is sent to the sign-in page. */
export async function requireMember(): Promise<Member> {
  const member = await memberOfRequest()
  if (!member) redirect('/sign-in')
  return member
}
