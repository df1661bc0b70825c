import { describeReason } from '../ladder/index.js';
import { CAPACITY_LASTS, signById } from '../policy/index.js';
import { formatBreath } from '../ratio/index.js';
import { CLEARANCE_SCOPES, FACT_NAMES } from '../screening/index.js';
import { waitingWords } from '../words/index.js';
import { dayInWords, daysBetween, type Day } from '../units/index.js';
import type { WaitingItem, WaitingKind } from './waiting-item.js';
import type { RungNumbers } from '../ladder/index.js';

/** What waits in a line, to be read after the name of the student, and more in small. */
export interface WaitingWords {
  readonly line: string;
  readonly more: string;
}

/** "in 5 · out 10": of counts without holds only what there is; strokes and minutes in their own waitingWords. */
export function shortNumbers(numbers: RungNumbers): string {
  switch (numbers.kind) {
    case 'counts':
      return formatBreath(numbers.counts);
    case 'strokes':
      return waitingWords.strokes(numbers.sets, numbers.strokes, numbers.rate);
    case 'minutes':
      return waitingWords.minutes(numbers.minutes);
  }
}

/** One thing that waits, in waitingWords. @param today the instructor's local date */
export function describeWaiting(item: WaitingItem, today: Day): WaitingWords {
  switch (item.kind) {
    case 'suspended':
      return {
        line: waitingWords.suspended(signById(item.sign).label.toLowerCase()),
        more: waitingWords.suspendedSince(dayInWords(item.day)),
      };
    case 'unfinished':
      return {
        line: waitingWords.unfinished(item.title),
        more: waitingWords.daysAgo(daysBetween(item.day, today)),
      };
    case 'untold':
      return {
        line: waitingWords.untold(item.title),
        more: waitingWords.daysAgo(daysBetween(item.day, today)),
      };
    case 'sign':
      return {
        line: waitingWords.signs(item.signs.map((sign) => signById(sign).label.toLowerCase()).join(', ')),
        more: waitingWords.daysAgo(daysBetween(item.day, today)),
      };
    case 'decision': {
      const step = waitingWords.steps[item.step];
      const line = item.numbers ? waitingWords.stepTo(step, shortNumbers(item.numbers)) : step;
      return { line, more: item.reasons.map(describeReason).join(' ') };
    }
    case 'intake':
      return { line: waitingWords.intake, more: waitingWords.notLed };
    case 'clearance': {
      const left = daysBetween(today, item.until);
      const ends =
        left < 0
          ? waitingWords.endedOn(dayInWords(item.until))
          : waitingWords.ends(waitingWords.inDays(left));
      return {
        line: waitingWords.clearance(CLEARANCE_SCOPES[item.scope], ends),
        more: `${FACT_NAMES[item.fact]}, ${item.clinician}`,
      };
    }
    case 'capacity': {
      if (item.checkedOn === null) return { line: waitingWords.noCheck, more: '' };
      const age = daysBetween(item.checkedOn, today);
      return {
        line: waitingWords.checkOf(age),
        more: age > CAPACITY_LASTS ? '' : waitingWords.old(waitingWords.inDays(CAPACITY_LASTS + 1 - age)),
      };
    }
    case 'log':
      return {
        line: waitingWords.fromLog(item.sittings),
        more: waitingWords.notCounted,
      };
    case 'away':
      return { line: waitingWords.away(daysBetween(item.lastSitting, today)), more: '' };
  }
}

/** Several students of whom the same waits, in one line. */
export const describeWaitingGroup = (kind: WaitingKind, students: number): string =>
  waitingWords.groups[kind](students);
