import { resolveConventions } from '../conventions/index.js';
import { checkForStudent, checkPassage, type Passage, type Session } from '../session/index.js';
import { findingKey, isOpen, rescreener, screenCase, type Rescreener, type ScreeningCase } from './case.js';
import { sessionEdits } from './remedy-edits.js';
import type { RemedyKind } from './rule.js';
import { asStrict } from './screen.js';
import { blocksLeading, type StandingFinding } from './standing.js';
import { screeningWords } from '../words/index.js';

/** A change that lifts a finding, proved by screening the changed session. */
export type Remedy =
  | {
      readonly kind: Exclude<RemedyKind, 'wait'>;
      /** What was changed, in words that follow the name of the passage. */
      readonly said: string;
      readonly session: Session;
      /** What speaks against the changed session. */
      readonly findings: readonly StandingFinding[];
    }
  /** Nothing is changed: so many minutes from now it may be led. */
  | { readonly kind: 'wait'; readonly said: string; readonly minutes: number };

/** Whether a remedy changes the session. */
export const changesSession = (remedy: Remedy): remedy is Exclude<Remedy, { kind: 'wait' }> =>
  remedy.kind !== 'wait';

/**
 * The remedies of a finding that really help: the finding goes, and no other comes that is as strict or stricter. The
 * mildest first, one of each kind.
 */
export function remediesFor(
  finding: StandingFinding,
  of: ScreeningCase,
  again: Rescreener = rescreener(of),
): readonly Remedy[] {
  const before = again.screen(of.session);
  return finding.remedies.flatMap((kind) => firstThatHelps(kind, finding, of, again, before) ?? []);
}

/** The first remedy that helps, or null. */
export function mildestRemedy(
  finding: StandingFinding,
  of: ScreeningCase,
  again: Rescreener,
  before: readonly StandingFinding[],
  kinds: readonly RemedyKind[] = finding.remedies,
): Remedy | null {
  for (const kind of kinds) {
    const remedy = firstThatHelps(kind, finding, of, again, before);
    if (remedy) return remedy;
  }
  return null;
}

function firstThatHelps(
  kind: RemedyKind,
  finding: StandingFinding,
  of: ScreeningCase,
  again: Rescreener,
  before: readonly StandingFinding[],
): Remedy | null {
  if (kind === 'wait') return waiting(finding, of, before);
  for (const { session, said, probe } of sessionEdits(kind, finding, of, again)) {
    const good = (edited: Session): readonly StandingFinding[] | null => {
      const findings = again.screen(edited);
      const permitted = kind !== 'replace' || isPermitted(finding.passageId, findings);
      return permitted && helps(finding, before, findings) ? findings : null;
    };
    if (probe && !good(probe)) continue;
    const findings = good(session);
    if (findings && canBeLed(session, of)) return { kind, said, session, findings };
  }
  return null;
}

function waiting(
  finding: StandingFinding,
  of: ScreeningCase,
  before: readonly StandingFinding[],
): Remedy | null {
  const { mealMinutes } = of.student;
  if (finding.feature !== 'mealShort' || mealMinutes === null) return null;
  const minutes = Math.ceil(finding.value);
  const later = { ...of, student: { ...of.student, mealMinutes: mealMinutes + minutes } };
  // On insulin nobody is told to wait fasting.
  const snack = of.student.facts.includes('insulin') ? screeningWords.remedies.afterALightSnack : '';
  return helps(finding, before, screenCase(later))
    ? { kind: 'wait', said: screeningWords.remedies.inMin(minutes, snack), minutes }
    : null;
}

/** Whether nothing keeps a passage from being led: another technique in its place has to be a permitted one. */
const isPermitted = (passageId: string | null, findings: readonly StandingFinding[]): boolean =>
  !findings.some((finding) => finding.passageId === passageId && blocksLeading(finding));

/** The finding is gone, and nothing is open that was not open before and is as strict. */
function helps(
  finding: StandingFinding,
  before: readonly StandingFinding[],
  after: readonly StandingFinding[],
): boolean {
  const were = openKeysOf(before);
  const key = findingKey(finding);
  return after.every((one) => {
    const now = findingKey(one);
    if (now === key) return false;
    return (
      were.findings.has(one) || !isOpen(one) || were.keys.has(now) || !asStrict(one.level, finding.level)
    );
  });
}

interface OpenKeys {
  readonly findings: ReadonlySet<StandingFinding>;
  readonly keys: ReadonlySet<string>;
}

/** Asked for each candidate again: kept with the findings that they are of. */
const openKeys = new WeakMap<readonly StandingFinding[], OpenKeys>();
function openKeysOf(findings: readonly StandingFinding[]): OpenKeys {
  const known = openKeys.get(findings);
  if (known) return known;
  const keys = { findings: new Set(findings), keys: new Set(findings.filter(isOpen).map(findingKey)) };
  openKeys.set(findings, keys);
  return keys;
}

/** Whether the passages that a remedy changed can be practised; what was impossible elsewhere before is not its matter. */
function canBeLed(session: Session, { session: before, profile, student }: ScreeningCase): boolean {
  const conventions = resolveConventions(profile, session.conventions);
  const were = new Set<Passage>(before.passages);
  const passages = session.passages.filter((passage) => !were.has(passage));
  return (
    passages.every((passage) => checkPassage(passage, conventions).length === 0) &&
    checkForStudent({ ...session, passages }, student).length === 0
  );
}
