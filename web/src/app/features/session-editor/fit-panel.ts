import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Student } from '@nuvrah/contract';
import {
  countsOf,
  daysBetween,
  describeFit,
  describeFitProblem,
  easyRoundsAt,
  describeHeldBack,
  fitPassage,
  isOldCheck,
  formatBreath,
  ROUNDS_TO_TRUST,
  sameCounts,
  type Conventions,
  type CountedPassage,
  type EasyRounds,
  type Fit,
  type Numbers,
  type Sustainable,
} from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import { benchWords } from '../../words/bench-words';

/** What the ratio comes to within the student's capacity, and what it would take. */
@Component({
  selector: 'nv-fit-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink],
  template: `
    <h2>{{ words.fittedTo(student().name) }}</h2>
    @if (old(); as words) {
      <p class="notice change">{{ words }}</p>
    }
    @if (!sustainable()) {
      <p>
        {{ words.noCapacityIsOn }}
        <a [routerLink]="['/students', student().id]" [queryParams]="{ tab: 'capacity' }">{{
          words.recordAComfortableCapacity
        }}</a>
        {{ words.toHaveCountsProposed }}
      </p>
    } @else {
      @if (proposal(); as fit) {
        <p>
          <strong>{{ fit.line }}</strong>
          @if (fit.rounded) {
            <span class="soft">{{ words.roundedDownToThe }}</span>
          }
        </p>
        <p class="soft">{{ fit.why }}</p>
        @if (fit.provisional; as words) {
          <p>{{ words }}</p>
        }
        @if (fit.used) {
          <p>{{ words.theseAreTheCounts }}</p>
        } @else {
          <button matButton="outlined" type="button" (click)="use.emit(fit.numbers)">
            {{ words.useTheseCounts }}
          </button>
        }
      }
      @if (problem(); as problem) {
        <p>{{ problem.message }}</p>
        @for (gentler of problem.gentler; track gentler.line) {
          <button matButton="outlined" type="button" (click)="use.emit(gentler.numbers)">
            {{ gentler.line }}
          </button>
        }
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.5rem;
      justify-items: start;
    }
  `,
})
export class FitPanel {
  protected readonly words = benchWords.fitPanel;
  private readonly clock = inject(ScreeningClock);
  readonly student = input.required<Student>();
  readonly sustainable = input.required<Sustainable | null>();
  readonly passage = input.required<CountedPassage>();
  readonly conventions = input.required<Conventions>();
  readonly use = output<Numbers>();

  /** Says so where the capacity it is fitted to is an old one. */
  protected readonly old = computed(() => {
    const checkedOn = this.student().capacity?.checkedOn;
    if (!checkedOn || !isOldCheck(checkedOn, this.clock.today())) return null;
    return this.words.theCapacityCheckIs(daysBetween(checkedOn, this.clock.today()));
  });

  private readonly fit = computed(() => {
    const limits = this.sustainable();
    return limits && fitPassage(this.passage(), limits, this.conventions());
  });

  protected readonly proposal = computed(() => {
    const fit = this.fit();
    if (!fit?.ok) return null;
    const used = sameCounts(fit.value.counts, countsOf(this.passage()));
    const easy = easyRoundsAt(fit.value.counts, this.passage().pace, this.easyRounds());
    const provisional =
      easy < ROUNDS_TO_TRUST ? this.words.provisionalOfEasyRounds(easy, ROUNDS_TO_TRUST) : null;
    return {
      ...sayFit(fit.value),
      why: [describeFit(fit.value), describeHeldBack(fit.value)].filter(Boolean).join(' '),
      rounded: fit.value.rounded.length > 0,
      used,
      provisional,
    };
  });
  private readonly easyRounds = computed(() => this.student().easyRounds as unknown as readonly EasyRounds[]);

  protected readonly problem = computed(() => {
    const fit = this.fit();
    if (!fit || fit.ok) return null;
    const gentler = fit.problem.code === 'base-too-small' ? fit.problem.gentler.map(sayFit) : [];
    return { message: describeFitProblem(fit.problem), gentler };
  });
}

const sayFit = ({ ratio, base, counts }: Fit): { line: string; numbers: Numbers } => ({
  line: formatBreath(counts),
  numbers: { ratio, base },
});
