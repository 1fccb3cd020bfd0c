import { redirect } from 'next/navigation'
import { memberPage } from '@/server/access/session'

export default memberPage((_, { params: { slug = '' } }) => redirect(`/forms/${slug}/compose`))
