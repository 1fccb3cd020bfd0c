import { applySubmissionsJob } from './apply_submissions'
import { countFormJob } from './count_form'
import { countReadoutJob } from './count_readout'
import { findDoublesAgainJob, findDoublesJob } from './find_doubles'
import type { Crew, Job } from './job'
import { keepNightlyJob } from './keep_nightly'
import { makeMonthsJob } from './make_months'
import { releasePlannedJob } from './release_planned'
import { removeLeftFilesJob } from './remove_left_files'
import { settleSearchJob } from './settle_search'
import { stepErrandJob } from './step_errand'
import { stepImportJob } from './step_import'
import { stepLinkSheetJob } from './step_link_sheet'
import { stepPastRunJob } from './step_past_run'
import { takePostsJob } from './take_posts'
import { takeTurnJob } from './take_turn'

/** Every job there is. A new one is its file and a line here. */
export const JOBS: readonly Job[] = [
  applySubmissionsJob,
  countReadoutJob,
  countFormJob,
  takeTurnJob,
  keepNightlyJob,
  makeMonthsJob,
  settleSearchJob,
  stepImportJob,
  stepErrandJob,
  stepLinkSheetJob,
  stepPastRunJob,
  findDoublesJob,
  findDoublesAgainJob,
  removeLeftFilesJob,
  releasePlannedJob,
  takePostsJob,
]

export const jobsOf = (crew: Crew): Job[] => JOBS.filter((job) => job.crew === crew)
