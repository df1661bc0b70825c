import { textsInLanguage } from '../language.js';
import { policyWords } from '../words/index.js';

export type StopSignId =
  | 'dizzy'
  | 'tingling'
  | 'breathless'
  | 'headache'
  | 'ears'
  | 'pounding-heart'
  | 'anxiety'
  | 'nausea'
  | 'vision-disturbed';

export type EmergencySignId =
  | 'chest-pain'
  | 'faint'
  | 'sudden-headache'
  | 'sight-lost'
  | 'weak-side'
  | 'trouble-speaking'
  | 'breathlessness-stays'
  | 'seizure';

export type SignId = StopSignId | EmergencySignId;

/** Signs of strain: one eases, and goes on. Domain 9. */
export type StrainSignId = 'jerky-breath' | 'hurry' | 'tight' | 'tired-arm';

export interface StrainSign {
  readonly id: StrainSignId;
  readonly label: string;
}

export interface Sign {
  readonly id: SignId;
  readonly kind: 'stop' | 'emergency';
  readonly label: string;
  /** What to do, first things first. */
  readonly act: string;
}

/** What is done for any stop sign, before anything else. */
export const STOP_ACTION = policyWords.signs.stop;

/** What is done for any emergency sign, before anything else. */
export const EMERGENCY_ACTION = policyWords.signs.emergency;

/** What is done for a sign of strain. */
export const STRAIN_ACTION = policyWords.signs.strain;

/** Shown wherever findings or numbers are. */
export const CAUTION_LINE = policyWords.signs.caution;

const stop = (id: StopSignId, label: string): Sign => ({ id, kind: 'stop', label, act: STOP_ACTION });
const emergency = (id: EmergencySignId, label: string, act: string): Sign => ({
  id,
  kind: 'emergency',
  label,
  act: `${EMERGENCY_ACTION} ${act}`,
});

const NOT_RESPONDING =
  'Not awake within a minute: on the side, and call. Not breathing normally: call, chest compressions, defibrillator.';
const STROKE = 'These can be signs of a stroke: note the time they began and stay with them.';

/** Signs at which a passage ends, emergencies first. */
export const SIGNS: readonly Sign[] = textsInLanguage(
  [
    emergency(
      'chest-pain',
      'Chest pain',
      'Half-sitting, clothing loose. Not breathing normally: chest compressions, defibrillator.',
    ),
    emergency(
      'faint',
      'Faint',
      `Lay them flat, legs raised (on the left side in later pregnancy). ${NOT_RESPONDING}`,
    ),
    emergency('sudden-headache', 'Sudden severe headache', STROKE),
    emergency('sight-lost', 'Loss of sight', STROKE),
    emergency('weak-side', 'Weakness on one side', STROKE),
    emergency('trouble-speaking', 'Trouble speaking', STROKE),
    emergency(
      'breathlessness-stays',
      'Breathlessness that does not settle',
      'Half-sitting. Asthma: sit up, reliever. Not breathing normally: chest compressions, defibrillator.',
    ),
    {
      id: 'seizure',
      kind: 'emergency',
      label: 'Seizure',
      act: 'Protect the head, do not restrain, time it. Call if it is the first, lasts over 5 minutes, or there is injury or pregnancy.',
    },
    stop('dizzy', 'Dizzy'),
    stop('tingling', 'Tingling'),
    stop('breathless', 'Breathless'),
    stop('headache', 'Headache'),
    stop('ears', 'Ringing or pressure in the ears'),
    stop('pounding-heart', 'Heart pounds, stumbles or has not settled after 2 minutes'),
    stop('anxiety', 'Anxiety'),
    stop('nausea', 'Nausea'),
    stop('vision-disturbed', 'Visual disturbance'),
  ],
  'label',
  'act',
);

export const STRAIN_SIGNS: readonly StrainSign[] = textsInLanguage(
  [
    { id: 'jerky-breath', label: 'Jerky breath' },
    { id: 'hurry', label: 'Hurry' },
    { id: 'tight', label: 'Tight shoulders or face' },
    { id: 'tired-arm', label: 'A tired arm' },
  ],
  'label',
);

/** Whether this is the id of a sign of strain. */
export const isStrainSign = (id: string): id is StrainSignId => STRAIN_SIGNS.some((sign) => sign.id === id);

export const SIGN_IDS: readonly SignId[] = SIGNS.map((sign) => sign.id);

const signsById = new Map(SIGNS.map((sign) => [sign.id, sign]));

/** Whether a sign suspends everything until it is cleared; any other is a stop sign. */
export const isEmergencySign = (id: SignId): id is EmergencySignId => signById(id).kind === 'emergency';

/** The sign with this id. @throws Error for an id that is not in {@link SIGNS}. */
export function signById(id: SignId): Sign {
  const sign = signsById.get(id);
  if (!sign) throw new Error(`no such sign: ${id}`);
  return sign;
}
