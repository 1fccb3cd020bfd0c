import type { Migration } from 'kysely'
import * as firstLine from './0001_first_line'
import * as steadyWork from './0002_steady_work'
import * as connections from './0003_connections'
import * as zonesAndLists from './0004_zones_and_lists'
import * as files from './0005_files'
import * as rehearsals from './0006_rehearsals'
import * as themes from './0007_themes'
import * as sites from './0008_sites'
import * as spam from './0009_spam'
import * as languages from './0010_languages'
import * as formSettings from './0011_form_settings'
import * as leftBehind from './0012_left_behind'
import * as putAside from './0013_put_aside'
import * as waysIn from './0014_ways_in'
import * as received from './0015_received'
import * as lanes from './0016_lanes'
import * as recurrences from './0017_recurrences'
import * as causes from './0018_causes'
import * as rights from './0019_rights'
import * as waiting from './0020_waiting'
import * as corrections from './0021_corrections'
import * as merging from './0022_merging'
import * as imports from './0023_imports'
import * as erasing from './0024_erasing'
import * as owners from './0025_owners'
import * as segments from './0026_segments'
import * as errands from './0027_errands'
import * as views from './0028_views'
import * as bin from './0029_bin'
import * as byAddress from './0030_by_address'
import * as tests from './0031_tests'
import * as listing from './0032_listing'
import * as submissionListing from './0033_submission_listing'
import * as fewOfMany from './0034_few_of_many'
import * as texts from './0035_texts'
import * as lastSent from './0036_last_sent'
import * as narrowLists from './0037_narrow_lists'
import * as runningNumbers from './0038_running_numbers'
import * as unreadParameters from './0039_unread_parameters'
import * as triedRehearsals from './0040_tried_rehearsals'
import * as visitsByLink from './0041_visits_by_link'
import * as linkSheets from './0042_link_sheets'
import * as rememberedBrowsers from './0043_remembered_browsers'
import * as referralCodes from './0044_referral_codes'
import * as proposals from './0045_proposals'
import * as leaving from './0046_leaving'
import * as confirmedLists from './0047_confirmed_lists'
import * as refusedAddresses from './0048_refused_addresses'
import * as foundByPhone from './0049_found_by_phone'
import * as pastRuns from './0050_past_runs'
import * as openTimes from './0051_open_times'
import * as plannedReleases from './0052_planned_releases'
import * as taggedLinks from './0053_tagged_links'
import * as ownHosts from './0054_own_hosts'
import * as inlets from './0055_inlets'

/** Every migration in order. Ones that have run are never edited. */
export const migrations: Record<string, Migration> = {
  '0001_first_line': firstLine,
  '0002_steady_work': steadyWork,
  '0003_connections': connections,
  '0004_zones_and_lists': zonesAndLists,
  '0005_files': files,
  '0006_rehearsals': rehearsals,
  '0007_themes': themes,
  '0008_sites': sites,
  '0009_spam': spam,
  '0010_languages': languages,
  '0011_form_settings': formSettings,
  '0012_left_behind': leftBehind,
  '0013_put_aside': putAside,
  '0014_ways_in': waysIn,
  '0015_received': received,
  '0016_lanes': lanes,
  '0017_recurrences': recurrences,
  '0018_causes': causes,
  '0019_rights': rights,
  '0020_waiting': waiting,
  '0021_corrections': corrections,
  '0022_merging': merging,
  '0023_imports': imports,
  '0024_erasing': erasing,
  '0025_owners': owners,
  '0026_segments': segments,
  '0027_errands': errands,
  '0028_views': views,
  '0029_bin': bin,
  '0030_by_address': byAddress,
  '0031_tests': tests,
  '0032_listing': listing,
  '0033_submission_listing': submissionListing,
  '0034_few_of_many': fewOfMany,
  '0035_texts': texts,
  '0036_last_sent': lastSent,
  '0037_narrow_lists': narrowLists,
  '0038_running_numbers': runningNumbers,
  '0039_unread_parameters': unreadParameters,
  '0040_tried_rehearsals': triedRehearsals,
  '0041_visits_by_link': visitsByLink,
  '0042_link_sheets': linkSheets,
  '0043_remembered_browsers': rememberedBrowsers,
  '0044_referral_codes': referralCodes,
  '0045_proposals': proposals,
  '0046_leaving': leaving,
  '0047_confirmed_lists': confirmedLists,
  '0048_refused_addresses': refusedAddresses,
  '0049_found_by_phone': foundByPhone,
  '0050_past_runs': pastRuns,
  '0051_open_times': openTimes,
  '0052_planned_releases': plannedReleases,
  '0053_tagged_links': taggedLinks,
  '0054_own_hosts': ownHosts,
  '0055_inlets': inlets,
}
