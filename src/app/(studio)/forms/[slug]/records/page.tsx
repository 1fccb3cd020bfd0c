import { memberPage } from '@/server/access/session'
import { Records } from '@/studio/records/records'

export default memberPage('read', () => <Records />)
