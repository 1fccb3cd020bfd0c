// oxlint-disable-next-line no-restricted-imports -- the one place
import NextLink from 'next/link'
import type { ComponentProps } from 'react'

/**
 * A way to another place of the studio. It is asked for once somebody goes there: what places show is always of that
 * moment, so nothing of use could be fetched before, and a list of fifty rows would ask the server fifty times.
 */
export const Link = (props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) => (
  <NextLink {...props} prefetch={false} />
)
