import { z } from 'zod'
import { upgradeForm } from '@/core/form/upgrade'
import { context } from '../context'
import * as arrivals from '../deeds/arrivals'
import * as bin from '../deeds/bin'
import * as turns from '../deeds/turns'
import * as browsers from '../deeds/browsers'
import * as changes from '../deeds/changes'
import * as corrections from '../deeds/corrections'
import * as errands from '../deeds/errands'
import * as erasing from '../deeds/erasing'
import * as exports from '../deeds/exports'
import * as forms from '../deeds/forms'
import * as formSettings from '../deeds/form_settings'
import * as hosts from '../deeds/hosts'
import * as history from '../deeds/history'
import * as imports from '../deeds/imports'
import * as inlets from '../deeds/inlets'
import * as linkSheets from '../deeds/link_sheets'
import * as mailingLists from '../deeds/mailing_lists'
import * as merging from '../deeds/merging'
import * as opened from '../deeds/opened'
import * as pastRuns from '../deeds/past_runs'
import * as people from '../deeds/people'
import * as rehearsals from '../deeds/rehearsals'
import * as releases from '../deeds/releases'
import * as segments from '../deeds/segments'
import * as settings from '../deeds/settings'
import * as taggedLinks from '../deeds/tagged_links'
import * as themes from '../deeds/themes'
import * as waysOut from '../deeds/ways_out'
import {
  historyExportSchema,
  membersExportSchema,
  peopleExportSchema,
  sheetExportSchema,
  submissionExportSchema,
} from '../exports/asked'
import { exportMembers } from '../exports/members'
import { exportHistory, exportPeople } from '../exports/rows'
import { exportSubmissions } from '../exports/submissions'
import { takeAlong } from '../exports/takeAlong'
import { EXPORT_TYPES, type writeExport } from '../exports/write'
import { problem } from '../problem'
import { downloadFile } from '../files/download'
import { takeSheet } from '../link_sheets/takeSheet'
import { del, type DownloadRoute, get, post, put, type Route } from './route'

/** A form that is made may bring a draft of an older format. */
const upgradeDraft = (json: unknown): unknown =>
  typeof json === 'object' && json !== null && 'draft' in json ? { ...json, draft: upgradeForm(json.draft) } : json

/** Every operation of `/api/v1`: the server runs them, and the OpenAPI description is made from them. */
export const routes: Route[] = [
  get('/forms', forms.readForms),
  post('/forms', forms.addForm, 201, { prepare: upgradeDraft }),
  get('/forms/{slug}', formSettings.readForm),
  put('/forms/{slug}', formSettings.changeForm),
  post('/forms/{of}/copies', forms.copyForm),
  get('/forms/{slug}/draft', forms.readDraft, 200, { draft: true }),
  put('/forms/{slug}/draft', forms.saveDraft, 200, { draft: true, body: 'draft', prepare: upgradeForm }),
  get('/forms/{slug}/answers.schema.json', forms.readAnswersSchema),
  get('/forms/{slug}/conditions.logic.json', forms.readConditions),
  get('/forms/{slug}/findings', forms.readFindings),
  get('/forms/{slug}/html', waysOut.readHtml),
  get('/forms/{slug}/links', taggedLinks.readTaggedLinks),
  post('/forms/{slug}/links', taggedLinks.makeTaggedLink),
  del('/forms/{slug}/links/{id}', taggedLinks.dropTaggedLink),
  get('/forms/{slug}/inlets', inlets.readInlets),
  post('/forms/{slug}/inlets', inlets.addInlet),
  get('/forms/{slug}/inlets/{name}', inlets.readInlet),
  put('/forms/{slug}/inlets/{name}', inlets.changeInlet),
  del('/forms/{slug}/inlets/{name}', inlets.dropInlet),
  put('/forms/{slug}/inlets/{name}/fields', inlets.agreeOnInlet),
  post('/forms/{slug}/inlets/{name}/secret', inlets.signInlet),
  del('/forms/{slug}/inlets/{name}/secret', inlets.unsignInlet),
  post('/forms/{slug}/inlets/{name}/html', inlets.pointHtmlAt, 200),
  get('/forms/{slug}/releases', releases.readReleases),
  post('/forms/{slug}/releases', releases.releaseForm),
  get('/forms/{slug}/releases/{number}/return', releases.weighReturn),
  post('/forms/{slug}/releases/{number}/return', releases.bringBack),
  put('/forms/{slug}/planned-release', releases.planRelease),
  del('/forms/{slug}/planned-release', releases.callOffRelease),
  get('/forms/{slug}/past-run', pastRuns.readPastRun),
  post('/forms/{slug}/past-run', pastRuns.beginPastRun, 201),
  del('/forms/{slug}/past-run', pastRuns.haltPastRun),
  get('/forms/{slug}/past-run/arrivals/{id}', pastRuns.meetArrival),
  post('/forms/{slug}/turns', turns.countTurns, 200),
  post('/forms/{slug}/plan', forms.planDraft, 200, { prepare: upgradeDraft }),
  post('/forms/{slug}/tests', forms.sendTest),
  get('/forms/{slug}/readout', forms.readReadout),
  get('/forms/{slug}/rehearsals', rehearsals.readRehearsals),
  put('/forms/{slug}/rehearsals/{id}', rehearsals.keepRehearsal),
  post('/forms/{slug}/rehearsals/runs', rehearsals.runRehearsals, 200, { prepare: upgradeDraft }),
  del('/rehearsals/{id}', rehearsals.dropRehearsal),

  get('/submissions', arrivals.readSubmissions),
  get('/submissions/{id}', arrivals.readSubmission),
  post('/submissions/{id}/correction', corrections.planCorrection, 200),
  put('/submissions/{id}/answers', corrections.correctAnswers),
  post('/submissions/{id}/again', arrivals.runAgain, 204),
  post('/submissions/{id}/real', arrivals.sayReal, 204),
  post('/submissions/{id}/notes', bin.noteSubmission),
  del('/submission-notes/{id}', bin.dropSubmissionNote),
  post('/bin', bin.binSubmissions, 200),
  post('/bin/restored', bin.restoreSubmissions, 200),
  post('/bin/removed', bin.removeSubmissions, 200),
  post('/spam/settled', arrivals.settleSpam, 200),
  get('/unfinished', arrivals.readUnfinished),
  get('/deliveries', arrivals.readOutbox),
  post('/deliveries/{id}/again', arrivals.sendAgain, 204),
  put('/deliveries/{id}/aside', arrivals.putAside, 204),
  get('/exports/submissions/columns', exports.readExportColumns),
  download('/exports/submissions', 'Every submission that fits', submissionExportSchema, exportSubmissions),

  {
    method: 'GET',
    path: '/files/{id}',
    summary: 'A file that came with a submission, as it was sent',
    may: 'people',
    asks: z.object({ id: z.uuid() }),
    types: ['application/octet-stream', 'image/*'],
    write: ({ workspaceId }, asked) => downloadFile(workspaceId, (asked as { id: string }).id),
  },

  get('/contacts', people.readContacts),
  post('/contacts', people.addContact),
  get('/contacts/{id}', people.readContact),
  get('/contacts/{id}/data', erasing.readPersonData),
  get('/contacts/{id}/erasure', erasing.planErasure),
  post('/contacts/{id}/erasure', erasing.erasePerson, 200),
  get('/addresses/{address}/erasure', erasing.planAddressErasure),
  post('/addresses/{address}/erasure', erasing.eraseAddress, 200),
  post('/contacts/{id}/links', people.addLink),
  post('/contacts/{id}/code', people.giveCode, 200),
  del('/links/{id}', people.dropLink),
  del('/contacts/{id}/links', people.dropLinks),
  get('/contacts/{id}/browsers', browsers.readBrowsers),
  del('/contacts/{id}/browsers', browsers.dropBrowsers),
  del('/browsers/{id}', browsers.dropBrowser),
  post('/link-sheets/plan', linkSheets.planSheet, 200),
  get('/link-sheets', linkSheets.readSheets),
  post('/link-sheets', linkSheets.makeSheet),
  get('/link-sheets/{id}', linkSheets.readSheet),
  put('/link-sheets/{id}', linkSheets.changeSheet, 204),
  del('/link-sheets/{id}', linkSheets.withdrawSheet),
  get('/link-sheets/{id}/links', linkSheets.readSheetLinks),
  {
    method: 'GET',
    path: '/link-sheets/{id}/file',
    summary: 'A link sheet with codes that work, as a download',
    may: 'answer',
    asks: sheetExportSchema,
    types: Object.values(EXPORT_TYPES),
    refusals: { 409: 'Its codes must not be told any more' },
    write: ({ workspaceId, doer }, asked) => takeSheet(workspaceId, asked as Parameters<typeof takeSheet>[1], doer),
  },
  get('/segments', segments.readSegments),
  post('/segments', segments.addSegment),
  post('/segments/count', segments.countSegment, 200),
  put('/segments/{name}', segments.changeSegment),
  del('/segments/{name}', segments.dropSegment),
  get('/companies', people.readCompanies),
  get('/companies/{id}', people.readCompany),
  get('/deals', opened.readDeals),
  get('/requests', opened.readRequests),
  get('/sums/{type}', opened.sumOpened),
  get('/deals-and-requests/{id}', people.readOpened),
  get('/imports', imports.readImports),
  post('/imports', imports.addImport),
  get('/imports/{id}', imports.readImport),
  del('/imports/{id}', imports.dropImport),
  put('/imports/{id}/reading', imports.readAgain, 204),
  put('/imports/{id}/plan', imports.planImport, 204),
  post('/imports/{id}/start', imports.startImport, 204),
  post('/imports/{id}/stop', imports.stopImport, 204),
  post('/imports/{id}/back', imports.putImportBack),
  post('/errands/plan', errands.planErrand, 200),
  post('/errands', errands.doToMany),
  get('/errands/{id}', errands.readErrand),
  post('/errands/{id}/stop', errands.stopErrand, 204),
  post('/errands/{id}/back', errands.putErrandBack),
  post('/merges/plan', merging.planMerge, 200),
  post('/merges', merging.mergeRecords),
  get('/doubles', merging.readDoubles),
  post('/doubles/looks', merging.lookForDoubles, 204),
  post('/doubles/apart', merging.sayTwo, 204),
  put('/records/{id}', changes.changeRecord),
  put('/records/{id}/owner', changes.giveOwner),
  post('/records/{id}/notes', changes.addNote),
  get('/proposals', changes.readProposals),
  post('/records/{id}/proposals/taken', changes.takeProposals, 200),
  post('/records/{id}/proposals/left', changes.leaveProposals, 200),
  put('/notes/{id}', changes.changeNote),
  del('/notes/{id}', changes.dropNote, 200),
  post('/causes/{id}/back', changes.putBack, 200),
  download('/exports/contacts', 'Every contact that fits', peopleExportSchema, exportPeople),

  get('/history', history.readHistory),
  download(
    '/exports/members',
    'Everybody on a mailing list, with the evidence of their consent',
    membersExportSchema,
    exportMembers,
  ),
  download('/exports/history', 'Who did what', historyExportSchema, exportHistory),

  get('/settings', settings.readSettings),
  put('/settings/time-zone', settings.setTimeZone),
  put('/settings/sites', settings.setSites),
  get('/settings/hosts', hosts.readHosts),
  post('/settings/hosts', hosts.addHost),
  post('/settings/hosts/{name}/proof', hosts.proveHost),
  del('/settings/hosts/{name}', hosts.dropHost),
  put('/settings/links-host', hosts.chooseHost),
  get('/settings/tags', taggedLinks.readTags),
  put('/settings/tags', taggedLinks.setTags),
  post('/desks', settings.addDesk),
  put('/desks/{name}', settings.changeDesk),
  post('/lists', settings.addList),
  get('/lists/{name}', mailingLists.readList),
  put('/lists/{name}/confirming', mailingLists.setConfirming),
  post('/lists/{name}/askings', mailingLists.askAllToConfirm, 200),
  del('/contacts/{id}/refusal', people.allowMail, 200),
  post('/contacts/{id}/askings', mailingLists.askToConfirm, 200),
  get('/field-uses', settings.readFieldUses),
  post('/fields/{record}', settings.addField),
  put('/fields/{record}', settings.orderFields, 204),
  put('/fields/{record}/{name}', settings.changeField),
  get('/themes', themes.readThemes),
  post('/themes', themes.addTheme),
  put('/themes/{name}', themes.changeTheme),
  del('/themes/{name}', themes.dropTheme),
  get('/connections', settings.readConnections),
  post('/connections', settings.addConnection),
  put('/connections/{name}', settings.changeConnection),
  post('/connections/{name}/tries', settings.tryConnection, 200),
  del('/tokens/{id}', settings.dropToken),
]

function download<Filter extends object>(
  path: string,
  what: string,
  asks: DownloadRoute['asks'],
  rows: (
    db: ReturnType<typeof context>['db'],
    workspaceId: string,
    filter: Filter,
  ) => Promise<Parameters<typeof writeExport>[0] | null>,
): DownloadRoute {
  return {
    method: 'GET',
    path,
    summary: `${what}, as a download`,
    may: 'people',
    asks,
    types: Object.values(EXPORT_TYPES),
    async write({ workspaceId, doer }, asked) {
      const { format, ...filter } = asked as { format: Parameters<typeof writeExport>[1] } & Filter
      const found = await rows(context().db, workspaceId, filter as unknown as Filter)
      return found ? takeAlong(found, format, workspaceId, doer) : problem(404, 'There is nothing of that name.')
    },
  }
}
