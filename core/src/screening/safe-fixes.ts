import type { Session } from '../session/index.js';
import { findingKey, rescreener, type ScreeningCase } from './case.js';
import { changesSession, mildestRemedy } from './remedies.js';
import type { RemedyKind } from './rule.js';
import { blocksLeading, type StandingFinding } from './standing.js';

/** One change that was made, and the finding that it was made for. */
export interface SafeFix {
  readonly finding: StandingFinding;
  /** In words that follow the name of the passage. */
  readonly said: string;
}

export interface SafeFixes {
  readonly session: Session;
  readonly fixes: readonly SafeFix[];
  readonly findings: readonly StandingFinding[];
  /** What still keeps it from being led: no remedy in the session lifts these. */
  readonly left: readonly StandingFinding[];
}

/** More changes than this are no mending any more; it ends sooner, because every change lifts a finding for good. */
const MOST_CHANGES = 200;

/**
 * Applies the mildest remedy to each finding that blocks leading, the strictest finding first, until none is left or
 * none can be lifted by a change of the session. Waiting is nobody's change: what only time lifts is replaced or left.
 *
 * @param may the kinds of change that are wanted; all of them by default.
 */
export function applySafeFixes(
  of: ScreeningCase,
  may: (kind: RemedyKind) => boolean = () => true,
): SafeFixes {
  const again = rescreener(of);
  let [now, findings] = [of, again.screen(of.session)];
  const fixes: SafeFix[] = [];
  const beyond = new Set<string>();
  while (fixes.length < MOST_CHANGES) {
    const next = findings.find((finding) => blocksLeading(finding) && !beyond.has(findingKey(finding)));
    if (!next) break;
    const kinds = next.remedies.filter((kind) => kind !== 'wait' && may(kind));
    const remedy = mildestRemedy(next, now, again, findings, kinds);
    if (!remedy || !changesSession(remedy)) {
      beyond.add(findingKey(next));
      continue;
    }
    fixes.push({ finding: next, said: remedy.said });
    // What could not be mended before may be possible now.
    beyond.clear();
    now = { ...now, session: remedy.session };
    findings = remedy.findings;
  }
  return { session: now.session, fixes, findings, left: findings.filter(blocksLeading) };
}
