import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { LadderPlan } from '@nuvrah/contract';
import {
  countsToSeconds,
  dayNumber,
  formatSeconds,
  plannedStairs,
  rhythmOf,
  rungFrom,
  SCHOOLS,
  type Gate,
  type Pace,
  type RungNumbers,
  type SchoolId,
  type Sustainable,
  type Day,
  dayInWords,
} from '@nuvrah/core';
import { rungInShort } from '../../words/rung-words';
import { Staircase, type StairStep } from './staircase';
import { ladderWords } from '../../words/ladder-words';

/** A ladder at a glance: the school's rule, the stairs over dates, the time to the target and the highest hold. */
@Component({
  selector: 'nv-ladder-sight',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Staircase],
  template: `
    <p class="rule">
      <strong>{{ schoolName() }}.</strong> {{ rule() }}
    </p>
    <nv-staircase
      [names]="names()"
      [planned]="planned()"
      [real]="real()"
      [today]="today()"
      [wished]="wished()"
      [above]="above()"
      [label]="label()"
    />
    <p>{{ line() }}</p>
  `,
  styles: `
    p {
      margin: 0.375rem 0;
    }
    .rule {
      color: var(--soft-ink);
    }
  `,
})
export class LadderSight {
  readonly school = input.required<SchoolId>();
  readonly rungs = input.required<readonly RungNumbers[]>();
  /** The rung that is practised now, and since when. */
  readonly at = input(0);
  readonly since = input.required<Day>();
  readonly real = input<readonly StairStep[]>([]);
  readonly gate = input.required<Gate>();
  readonly plan = input.required<LadderPlan>();
  readonly pace = input.required<number>();
  readonly sustainable = input.required<Sustainable>();
  readonly today = input.required<Day>();
  readonly wished = input<Day | null>(null);

  protected readonly schoolName = computed(() => SCHOOLS[this.school()].name);
  protected readonly rule = computed(() => SCHOOLS[this.school()].rule);
  protected readonly names = computed(() => this.rungs().map(rungInShort));

  protected readonly planned = computed(() =>
    plannedStairs({
      rungs: this.rungs().length,
      at: this.at(),
      since: this.since(),
      today: this.today(),
      gate: this.gate(),
      plan: rhythmOf(this.plan()),
    }),
  );
  protected readonly above = computed(() => {
    const index = this.rungs().findIndex(
      (numbers) => rungFrom(numbers, this.sustainable(), this.pace() as Pace).aboveFit,
    );
    return index < 0 ? null : index;
  });
  private readonly reached = computed(() => this.planned().at(-1)?.on ?? this.today());
  protected readonly label = computed(() =>
    ladderWords.ladderSight.rungsTheTargetBy(
      this.schoolName(),
      this.rungs().length,
      dayInWords(this.reached()),
    ),
  );
  protected readonly line = computed(() => {
    const weeks = Math.max(0, Math.ceil((dayNumber(this.reached()) - dayNumber(this.today())) / 7));
    const holds = this.rungs().flatMap((numbers) =>
      numbers.kind === 'counts' ? [numbers.counts.internalHold, numbers.counts.externalHold] : [],
    );
    const highest = holds.reduce((most, hold) => (hold > most ? hold : most), 0 as (typeof holds)[number]);
    const hold =
      holds.length === 0
        ? ''
        : ladderWords.ladderSight.highestHoldS(formatSeconds(countsToSeconds(highest, this.pace() as Pace)));
    const rungs = this.rungs().length;
    return ladderWords.ladderSight.atTheEarliestThere(rungs, dayInWords(this.reached()), weeks, hold);
  });
}
