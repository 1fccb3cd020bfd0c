/**
 * What can be done that leaves a cause, by its name, in words that follow who did it: “Ines made a desk”. What it was
 * done to is told beside it.
 */
const DEEDS = {
  addConnection: 'connected a place',
  addContact: 'entered a contact',
  addDesk: 'made a desk',
  addField: 'made a field',
  addForm: 'made a form',
  addLink: 'made a personal link',
  addList: 'made a list',
  addNote: 'noted',
  addPasskey: 'added a key to sign in with',
  addTheme: 'made a look',
  apply: 'sent a form',
  changeConnection: 'changed a connection',
  changeDesk: 'changed a desk',
  changeField: 'changed a field',
  changeForm: 'changed the settings of a form',
  changeMember: 'said what a member may do',
  changeNote: 'changed a note',
  changeRecord: 'changed what is stored',
  changeTheme: 'changed a look',
  copyForm: 'copied a form',
  correctAnswers: 'corrected answers',
  dropLink: 'withdrew a personal link',
  dropNote: 'took a note away',
  dropPasskey: 'removed a key to sign in with',
  dropRehearsal: 'dropped a rehearsal',
  dropTheme: 'removed a look',
  dropToken: 'withdrew a token',
  endSession: 'ended a session of their own',
  inviteMember: 'invited somebody',
  joinWorkspace: 'joined the workspace',
  keepRehearsal: 'kept a rehearsal',
  leaveWorkspace: 'left the workspace',
  makeRecoveryCodes: 'made new recovery codes',
  makeToken: 'made a token',
  mergeRecords: 'merged',
  orderFields: 'ordered the fields',
  putAside: 'put a delivery aside',
  putBack: 'put back',
  releaseForm: 'released a form',
  removeMember: 'took a member out',
  removeEndedLinks: 'removed personal links, 30 days after they had ended',
  removeEndedProofs: 'removed addresses to enter by that had ended',
  removeEndedSessions: 'removed sessions that had ended',
  removeLeftFiles: 'removed files that no form was sent with',
  runAgain: 'ran a submission again',
  saveDraft: 'changed a draft',
  sayReal: 'said that spam is real',
  sayTwo: 'said that two are not one',
  sendAgain: 'sent a delivery again',
  setSites: 'said where visitors may go on to',
  setTimeZone: 'set the time zone',
  settleSpam: 'left submissions as spam',
  takeAlong: 'took a list along',
  turnOffSecondFactor: 'turned their second factor off',
  turnOnSecondFactor: 'turned a second factor on',
  withdrawInvitation: 'withdrew an invitation',
} as const

export type DeedName = keyof typeof DEEDS

export const DEED_NAMES = Object.keys(DEEDS) as [DeedName, ...DeedName[]]

/** A deed in words; of one that nothing can do any more, its name. */
export const tellDeed = (name: string): string => (Object.hasOwn(DEEDS, name) ? DEEDS[name as DeedName] : name)
