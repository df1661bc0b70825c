import {
  isBeforeRounds,
  partsTaught,
  TEACHING_CUE,
  TEACHING_PARTS,
  type CountedPassage,
  type StrokePassage,
  type TeachingPart,
} from '../session/index.js';
import { millis, secondsToMillis, type Millis, type Seconds } from '../units/index.js';
import { inOwnWords } from './asked.js';
import { endedAfter } from './changes.js';
import { uncounted, type EventSpec, type ScoreWriter } from './score-writer.js';
import type { ResumePoint } from './timeline.js';

/** The rounds of a passage as they are shown, tried and led. */
export interface WritesRounds {
  /** Rounds that are watched: no hand goes up, nothing is waited for. */
  shown(): void;
  /** From the hand going up on. */
  tried(): void;
  /** The passage itself, to the hand down. */
  itself(): void;
}

/** Writes a passage between the parts of its teaching arc, or from the part on in which it is taken up again. Domain 21. */
export function writeTaught(
  score: ScoreWriter,
  index: number,
  passage: CountedPassage | StrokePassage,
  resumed: ResumePoint | null,
  rounds: WritesRounds,
): void {
  const parts = partsToLead(score, passage, resumed);
  const write = new PartWriter(score, index, passage, resumed, rounds);
  for (const part of parts.filter(isBeforeRounds)) write.part(part);
  if (resumed?.kind !== 'part' || isBeforeRounds(resumed.part)) rounds.itself();
  for (const part of parts) if (!isBeforeRounds(part)) write.part(part);
}

/** Parts that are led: those from where it is taken up again on; none after a passage that was broken off. */
function partsToLead(
  score: ScoreWriter,
  { id, teaching }: CountedPassage | StrokePassage,
  resumed: ResumePoint | null,
): readonly TeachingPart[] {
  const brokenOff = score.plan.changes.some((change) => change.kind === 'skip' && change.passageId === id);
  if (brokenOff) return [];
  const first =
    resumed === null
      ? 0
      : resumed.kind === 'part'
        ? TEACHING_PARTS.indexOf(resumed.part)
        : TEACHING_PARTS.indexOf('quiet');
  return partsTaught(teaching).filter((part) => TEACHING_PARTS.indexOf(part) >= first);
}

class PartWriter {
  constructor(
    private readonly score: ScoreWriter,
    private readonly index: number,
    private readonly passage: CountedPassage | StrokePassage,
    private readonly resumed: ResumePoint | null,
    private readonly rounds: WritesRounds,
  ) {}

  part(part: TeachingPart): void {
    const { teaching } = this.passage;
    if (!teaching) return;
    switch (part) {
      case 'explain': {
        const words = teaching.explain.trim();
        const asked = words === '' ? [] : [inOwnWords(words, 'later')];
        return this.write('explain', {
          kind: 'explain',
          ...this.timed('explain', teaching.explainFor),
          asked,
        });
      }
      case 'demonstrate':
        this.write('demonstrate', { kind: 'showing', halfMillis: secondsToMillis(TEACHING_CUE) * 2 });
        return this.rounds.shown();
      case 'trial':
        this.write('trial', { kind: 'trying', halfMillis: secondsToMillis(TEACHING_CUE) * 2 });
        return this.rounds.tried();
      case 'quiet':
        return this.write('quiet', { kind: 'silence', ...this.timed('quiet', teaching.quiet) });
      case 'ask':
        return this.write('ask', { kind: 'ask', ...this.timed('ask', teaching.ask) });
    }
  }

  private write(part: TeachingPart, spec: EventSpec): void {
    this.score.write(uncounted(this.index, part), spec);
  }

  /** How long a part lasts: what was left of it, or until a tap. */
  private timed(part: 'explain' | 'quiet' | 'ask', planned: Seconds): { readonly halfMillis: number } {
    const { passage, resumed, score } = this;
    const left = resumed?.kind === 'part' && resumed.part === part ? resumed.remaining : null;
    const tapped: Millis | null = endedAfter(passage.id, 0, KINDS[part], score.plan.changes);
    const length = Math.min(left ?? secondsToMillis(planned), tapped ?? Infinity);
    return { halfMillis: millis(Math.max(1, length)) * 2 };
  }
}

/** The event of a part that is a time. */
const KINDS = { explain: 'explain', quiet: 'silence', ask: 'ask' } as const;
