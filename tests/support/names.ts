import { api, type Reach } from './api'

interface Hosts {
  hosts: { name: string; record: { name: string; text: string } }[]
}

/** The record that shows that a host name is a workspace’s. */
export async function recordOf(reach: Reach, host: string): Promise<{ name: string; text: string }> {
  const { body } = await api<Hosts>(reach, 'GET', '/settings/hosts')
  const found = body.hosts.find(({ name }) => name === host)
  if (!found) throw new Error(`There is no host name ${host}`)
  return found.record
}

/** Has the name server say these of a name. */
export const tellTexts = ({ bench }: Pick<Reach, 'bench'>, name: string, texts: string[]) =>
  fetch(`${bench}/names`, { method: 'PUT', body: JSON.stringify({ name, texts }) })

/** Has it say that a host name is a workspace’s. */
export async function tellRecord(reach: Reach, host: string): Promise<void> {
  const { name, text } = await recordOf(reach, host)
  await tellTexts(reach, name, [text])
}
