import { redirect } from 'next/navigation'
import { here, memberPage } from '@/server/access/session'

export default memberPage('read', (_, { params: { slug = '' } }) => redirect(here(`/forms/${slug}/compose`)))
