'use client'

// oxlint-disable-next-line no-restricted-imports -- the one place
import NextLink from 'next/link'
import type { ComponentProps } from 'react'
import { useWithin } from './here'

/**
 * A way to another place of the studio, in this tab’s workspace. It is asked for once somebody goes there: what places
 * show is always of that moment, so nothing of use could be fetched before, and a list of fifty rows would ask the
 * server fifty times.
 */
export function Link({
  href,
  ...props
}: Omit<ComponentProps<typeof NextLink>, 'prefetch' | 'href'> & { href: string }) {
  const inHere = useWithin()
  return <NextLink {...props} href={inHere(href)} prefetch={false} />
}
