import { describeReason, type NextStep } from '../ladder/index.js';
import { CAPACITY_LASTS, signById } from '../policy/index.js';
import { formatBreath } from '../ratio/index.js';
import { CLEARANCE_SCOPES, FACT_NAMES } from '../screening/index.js';
import { dayInWords, daysBetween, type Day } from '../units/index.js';
import type { WaitingItem, WaitingKind } from '../waiting/index.js';
import type { RungNumbers } from '../ladder/index.js';

/** What waits in a line, to be read after the name of the student, and more in small. */
export interface WaitingWords {
  readonly line: string;
  readonly more: string;
}

const daysAgo = (days: number): string =>
  days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
const inDays = (days: number): string => (days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`);

const STEP_LINES: Readonly<Record<NextStep, string>> = {
  advance: 'may advance',
  stay: 'stays on the rung',
  ease: 'goes one rung down',
  check: 'needs a new capacity check',
  suspend: 'is suspended',
};

/** "in 5 · out 10": of counts without holds only what there is; strokes and minutes in their own words. */
export function shortNumbers(numbers: RungNumbers): string {
  switch (numbers.kind) {
    case 'counts':
      return formatBreath(numbers.counts);
    case 'strokes':
      return `${numbers.sets} × ${numbers.strokes} strokes at ${numbers.rate} a minute`;
    case 'minutes':
      return `${numbers.minutes} min`;
  }
}

/** One thing that waits, in words. @param today the instructor's local date */
export function describeWaiting(item: WaitingItem, today: Day): WaitingWords {
  switch (item.kind) {
    case 'suspended':
      return {
        line: `is suspended: ${signById(item.sign).label.toLowerCase()}`,
        more: `since ${dayInWords(item.day)}, until a clearance for this sign is on file`,
      };
    case 'unfinished':
      return {
        line: `began “${item.title}”, which has not ended`,
        more: daysAgo(daysBetween(item.day, today)),
      };
    case 'sign':
      return {
        line: `told of ${item.signs.map((sign) => signById(sign).label.toLowerCase()).join(', ')} at home`,
        more: daysAgo(daysBetween(item.day, today)),
      };
    case 'decision': {
      const to = item.numbers ? ` to ${shortNumbers(item.numbers)}` : '';
      return { line: `${STEP_LINES[item.step]}${to}`, more: item.reasons.map(describeReason).join(' ') };
    }
    case 'intake':
      return { line: 'has an unfinished intake', more: 'nothing is led before it is finished' };
    case 'clearance': {
      const left = daysBetween(today, item.until);
      const ends = left < 0 ? `ended on ${dayInWords(item.until)}` : `ends ${inDays(left)}`;
      return {
        line: `a clearance for ${CLEARANCE_SCOPES[item.scope]} ${ends}`,
        more: `${FACT_NAMES[item.fact]}, ${item.clinician}`,
      };
    }
    case 'capacity': {
      if (item.checkedOn === null) return { line: 'has no capacity check', more: '' };
      const age = daysBetween(item.checkedOn, today);
      return {
        line: `has a capacity check of ${age} days ago`,
        more: age > CAPACITY_LASTS ? '' : `old ${inDays(CAPACITY_LASTS + 1 - age)}`,
      };
    }
    case 'log':
      return {
        line: `has ${item.sittings} ${item.sittings === 1 ? 'sitting' : 'sittings'} from a log to confirm`,
        more: 'they count for nothing yet',
      };
    case 'away':
      return { line: `is away for ${daysBetween(item.lastSitting, today)} days`, more: '' };
  }
}

/** Several students of whom the same waits, in one line. */
export const WAITING_GROUPS: Readonly<Record<WaitingKind, (students: number) => string>> = {
  suspended: (students) => `${students} students are suspended`,
  unfinished: (students) => `${students} sittings have not ended`,
  sign: (students) => `${students} students told of signs at home`,
  decision: (students) => `${students} steps of ladders are to be decided`,
  intake: (students) => `${students} students have an unfinished intake`,
  clearance: (students) => `${students} clearances end soon`,
  capacity: (students) => `${students} students need a capacity check`,
  log: (students) => `${students} students have sittings from a log to confirm`,
  away: (students) => `${students} students are away`,
};
