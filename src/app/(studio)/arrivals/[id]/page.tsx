import { foundPage } from '@/server/access/session'
import { showSubmission } from '@/server/submissions/showSubmission'
import { SubmissionView } from '@/studio/arrivals/submission'

export const metadata = { title: 'Submission' }

export default foundPage('people', showSubmission, (shown) => <SubmissionView {...shown} />)
