'use server'

import { deedAction } from '@/server/access/session'
import { addHost, chooseHost, dropHost, proveHost } from '@/server/deeds/hosts'

/** Adds a host name of the workspace’s own. */
export const addHostAction = deedAction(addHost)

/** Looks for the record that shows that a name is theirs. */
export const proveHostAction = deedAction(proveHost)

/** Makes links with a name, or with the installation’s. */
export const chooseHostAction = deedAction(chooseHost)

/** Drops a name. */
export const dropHostAction = deedAction(dropHost)
