import { number } from '../ask/said';
import type { Group, Kind } from './api';

export type Tone = 'bad' | 'care' | 'quiet';

type Words = {
  /** What several of them are, after their number. */
  several: string;
  /** Why it is worth a look. */
  because: string;
  tone: Tone;
};

/** What is said of each kind of item. */
export const kinds: Record<Kind, Words> = {
  expectationBroken: {
    several: 'expectations are broken',
    because: 'It was agreed that this never happens, and it does.',
    tone: 'bad',
  },
  externalReachesGuardedField: {
    several: 'times an outsider reaches guarded fields',
    because: 'Guarded fields are for few, and rarely for anybody outside.',
    tone: 'bad',
  },
  externalReachesAnotherAccount: {
    several: 'times an outsider sees records of other organisations',
    because: 'Outsiders work for their own organisation; what they see of others should be meant.',
    tone: 'bad',
  },
  onlyOneAdministrator: {
    several: 'places have one administrator alone',
    because: 'If that one person is away, nobody can give or take access.',
    tone: 'bad',
  },
  publicationFailed: {
    several: 'drafts could not be published at their time',
    because: 'It stays a draft, and what it changes is not so yet.',
    tone: 'bad',
  },
  waitsForAWord: {
    several: 'changes wait for your word',
    because: 'Somebody cannot go on without it.',
    tone: 'care',
  },
  reviewWaits: {
    several: 'reviews wait for your answers',
    because: 'Only whoever is asked knows whether it is still needed.',
    tone: 'care',
  },
  reviewOverdue: {
    several: 'of your reviews are overdue',
    because: 'What nobody answered stays as it is.',
    tone: 'care',
  },
  reviewEnded: {
    several: 'of your reviews have ended, and their changes wait',
    because: 'What was answered is not so until it is published.',
    tone: 'care',
  },
  asksToJoin: {
    several: 'people ask to join',
    because: 'They came by the link of their organisation and wait to be let in.',
    tone: 'care',
  },
  signInLocked: {
    several: 'people cannot sign in',
    because:
      'Locked by hand, a sign-in stays so until somebody unlocks it; after wrong passwords it opens by itself.',
    tone: 'care',
  },
  sourceFailed: {
    several: 'sources could not be read',
    because: 'Who came, moved or left there is not known here since.',
    tone: 'care',
  },
  databaseDiffers: {
    several: 'databases differ from what is governed',
    because: 'What cannot be read any more opens nothing, and what is new is nobody’s.',
    tone: 'care',
  },
  rolesInConflict: {
    several: 'people hold roles that nobody should hold together',
    because: 'One person could do both halves of what two should.',
    tone: 'bad',
  },
  roleNotMeantForThem: {
    several: 'times a role is held by somebody it is not meant for',
    because: 'The role says for whom it was made.',
    tone: 'care',
  },
  seatPoolOverdrawn: {
    several: 'seat pools are overdrawn',
    because: 'More seats are taken than were agreed.',
    tone: 'care',
  },
  assignmentEndsSoon: {
    several: 'assignments end this week',
    because: 'Whoever counts on it beyond should hear of it before.',
    tone: 'care',
  },
  delegationEndsSoon: {
    several: 'delegations end this week',
    because: 'Whoever acts for somebody cannot from then on.',
    tone: 'care',
  },
  accountEndsSoon: {
    several: 'organisations end this week',
    because: 'All who act for it are without access from then on.',
    tone: 'care',
  },
  personCanDoNothing: {
    several: 'people are active and can do nothing',
    because: 'They can sign in and are shown nothing: give them a role, or close them.',
    tone: 'care',
  },
  invitationNotAccepted: {
    several: 'people were invited and have not come in',
    because: 'The message may be lost, or nobody needs it any more.',
    tone: 'care',
  },
  externalKeptInByFilterAlone: {
    several: 'times a filter alone keeps an outsider to their own organisation',
    because: 'Were the filter changed, they would see the others at once. A bound would hold.',
    tone: 'care',
  },
  shareCutToNothing: {
    several: 'shares are cut to nothing',
    because: 'Somebody meant to open something by it.',
    tone: 'quiet',
  },
  roleGivesNothingWithinBounds: {
    several: 'assignments give nothing within their bounds',
    because: 'It looks like access and is none.',
    tone: 'quiet',
  },
  assignmentEnded: {
    several: 'assignments have ended and are still listed',
    because: 'They give nothing, and hide what does.',
    tone: 'quiet',
  },
  assignmentNeverStarts: {
    several: 'assignments are never in force',
    because: 'It looks like access and is none.',
    tone: 'quiet',
  },
  seatPoolNearlyUsedUp: {
    several: 'seat pools are nearly used up',
    because: 'The next who comes may find none free.',
    tone: 'quiet',
  },
  seatHeldBySomebodyAway: {
    several: 'seats are held by people who are away',
    because: 'A seat costs the same while nobody sits on it.',
    tone: 'quiet',
  },
  rightNotUsed: {
    several: 'rights were not used for 90 days',
    because: 'What nobody uses can only do harm.',
    tone: 'quiet',
  },
  dormantPerson: {
    several: 'people have not been here for long',
    because: 'What nobody uses can only do harm.',
    tone: 'quiet',
  },
  draftLeftLying: {
    several: 'of your drafts were left lying',
    because: 'What is published meanwhile may clash with it.',
    tone: 'quiet',
  },
  conditionNeverHolds: {
    several: 'conditions can never hold',
    because: 'What hangs on it does nothing.',
    tone: 'quiet',
  },
  conditionAlwaysHolds: {
    several: 'conditions always hold',
    because: 'It looks like a limit and is none.',
    tone: 'quiet',
  },
  expectationCoversNobody: {
    several: 'expectations are about nobody',
    because: 'It holds whatever happens, and so says nothing.',
    tone: 'quiet',
  },
  setRedundant: {
    several: 'privilege sets give nothing that another does not',
    because: 'Less to read, and nobody loses anything.',
    tone: 'quiet',
  },
  roleHeldByNobody: {
    several: 'roles are held by nobody',
    because: 'Less to choose from, and nobody loses anything.',
    tone: 'quiet',
  },
  setInNoRole: {
    several: 'privilege sets are in no role',
    because: 'Less to choose from, and nobody loses anything.',
    tone: 'quiet',
  },
};

/** Several alike, in a sentence. */
export const severally = (group: Pick<Group, 'kind' | 'total'>) =>
  `${number(group.total)} ${kinds[group.kind].several}`;

/** How much it is about, in a few words. */
export function weight(of: { people: number; records: number }): string {
  const parts = [
    ...(of.people > 0 ? [of.people === 1 ? '1 person' : `${number(of.people)} people`] : []),
    ...(of.records > 0 ? [of.records === 1 ? '1 record' : `${number(of.records)} records`] : []),
  ];
  return parts.join(', ');
}
