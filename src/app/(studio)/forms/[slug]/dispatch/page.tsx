import { memberPage } from '@/server/access/session'
import { Dispatch } from '@/studio/dispatch/dispatch'

export default memberPage(() => <Dispatch />)
