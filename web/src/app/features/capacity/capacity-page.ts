import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  viewChildren,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';

import {
  MOST_EASY_STROKES,
  CAUTION_LINE,
  checkCapacity,
  describeCapacityProblem,
  formatSeconds,
  holdCheck,
  isAtLeast,
  resultOfTries,
  type CapacityPhase,
  type HoldCheck,
  comfortOf,
  screenedStudent,
  SIDE_NAMES,
  entriesOf,
} from '@nuvrah/core';
import { combineLatest } from 'rxjs';
import { ScreeningClock } from '../../api/screening-clock';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { sending } from '../../api/sending';
import { Students } from '../../api/students';
import { Choice } from '../../ui/choice';
import { goToWrong } from '../../ui/kit-form';
import { NumberField } from '../../ui/number-field';
import { wholeForm } from '../../ui/number-forms';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { NostrilTest, type Freer } from '../../shared/day-check/nostril-test';
import { CapacityHistory } from '../../shared/capacity-history';
import { NaturalMinute } from './natural-minute';
import { TryTaker } from './try-taker';
import { PageBar } from '../../shared/page/page-bar';
import { capacityWords } from '../../words/capacity-words';

type Step = CapacityPhase | 'natural';
const STEPS: Readonly<Record<Step, string>> = {
  inhale: capacityWords.capacityPage.inhaleStep,
  exhale: capacityWords.capacityPage.exhaleStep,
  hold: capacityWords.capacityPage.holdStep,
  emptyHold: capacityWords.capacityPage.emptyHoldStep,
  natural: capacityWords.capacityPage.naturalStep,
};

const GUIDES: Readonly<Record<CapacityPhase, string>> = {
  inhale: capacityWords.capacityPage.inhaleTask,
  exhale: capacityWords.capacityPage.afterAnEasyInhale,
  hold: capacityWords.capacityPage.afterAnEasyInhaleHold,
  emptyHold: capacityWords.capacityPage.afterAnEasyExhale,
};
const PHASES: readonly CapacityPhase[] = ['inhale', 'exhale', 'hold', 'emptyHold'];
const NAMES: Readonly<Record<CapacityPhase, string>> = capacityWords.phases;
const FREER: Readonly<Record<Freer, string>> = {
  left: SIDE_NAMES.left,
  right: SIDE_NAMES.right,
  even: capacityWords.capacityPage.noDifference,
};

/** The capacity check, live: tries by tap, a natural minute, what follows from it, and how it went before. */
@Component({
  selector: 'nv-capacity-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PageBar,
    CapacityHistory,
    Choice,
    LoadingNote,
    MatButtonModule,
    NumberField,
    NaturalMinute,
    NostrilTest,
    RouterLink,
    TryTaker,
  ],
  templateUrl: './capacity-page.html',
  styleUrl: './capacity-page.scss',
})
export class CapacityPage {
  protected readonly words = capacityWords.capacityPage;
  readonly id = input.required<string>();

  private readonly students = inject(Students);
  private readonly clock = inject(ScreeningClock);
  private readonly router = inject(Router);

  protected readonly caution = CAUTION_LINE;
  protected readonly steps = entriesOf(STEPS);
  protected readonly guides = GUIDES;
  protected readonly freers = FREER;
  protected readonly page = asked(this.id, (id) =>
    combineLatest([this.students.get(id), this.students.capacityChecks(id)]),
  );
  protected readonly student = computed(() => this.page.value()?.[0] ?? null);
  protected readonly checks = computed(() => this.page.value()?.[1] ?? []);

  protected readonly step = signal<Step>('inhale');
  protected readonly phase = computed(() => {
    const step = this.step();
    return step === 'natural' ? null : step;
  });
  protected readonly tries = signal<Readonly<Record<CapacityPhase, readonly number[]>>>({
    inhale: [],
    exhale: [],
    hold: [],
    emptyHold: [],
  });
  protected readonly rate = signal<number | null>(null);
  protected readonly mostStrokes = MOST_EASY_STROKES;
  protected readonly strokesForm = wholeForm(1, MOST_EASY_STROKES, capacityWords.capacityPage.strokes);
  private readonly numbers = viewChildren(NumberField);
  /** Strokes in one go that are easy, where that is known; those on record until others are typed. */
  protected readonly strokes = linkedSignal(() => this.checks().at(-1)?.strokes ?? null);
  protected readonly freer = signal<Freer | null>(null);
  protected readonly testing = signal(false);
  protected readonly sent = sending();
  private recorded = false;

  /** What screening says about holding, for each kind of hold. */
  private readonly holds = computed((): Partial<Record<CapacityPhase, HoldCheck>> => {
    const student = this.student();
    if (!student) return {};
    const day = this.clock.day();
    const known = screenedStudent(student, day);
    const of = (hold: 'internalHold' | 'externalHold') =>
      holdCheck(hold, known, student.clearances, day.today, day.profile);
    return { hold: of('internalHold'), emptyHold: of('externalHold') };
  });
  /** Why a hold is not measured here, or null. */
  protected readonly refused = computed(() => {
    const check = this.holds()[this.phase() ?? 'inhale'];
    return check && !check.offered ? check.reason : null;
  });
  protected readonly cap = computed(() => this.capOf(this.phase() ?? 'inhale'));

  private readonly medians = computed(() => {
    const tries = this.tries();
    const median = (phase: CapacityPhase) => resultOfTries(tries[phase])?.median ?? null;
    return {
      inhale: median('inhale'),
      exhale: median('exhale'),
      hold: median('hold'),
      emptyHold: median('emptyHold'),
    };
  });
  private readonly checked = computed(() => checkCapacity(this.medians()));

  /** Measured times comfort factor, spelt out for each phase. */
  protected readonly derivation = computed(() => {
    const student = this.student();
    if (!student) return [];
    const factors = comfortOf(student);
    return PHASES.map((phase) => {
      const median = this.medians()[phase];
      const factor = phase === 'inhale' || phase === 'exhale' ? factors.breath : factors.hold;
      const line =
        median === null
          ? this.words.notMeasured
          : this.words.sustainable(formatSeconds(median), factor, formatSeconds(median * factor));
      return { name: NAMES[phase], line };
    });
  });

  constructor() {
    asksWhileUnsaved(
      () =>
        !this.sent.busy() && !this.recorded && Object.values(this.tries()).some(({ length }) => length > 0),
    );
  }

  protected take(phase: CapacityPhase, tries: readonly number[]): void {
    this.tries.update((all) => ({ ...all, [phase]: tries }));
  }

  protected next(): void {
    const all = this.steps.map(([step]) => step);
    const following = all[all.indexOf(this.step()) + 1];
    if (following) this.step.set(following);
  }

  protected found(side: Freer): void {
    this.freer.set(side);
    this.testing.set(false);
  }

  /** Seconds at which a try of a phase ends by itself; null where none does. */
  private capOf(phase: CapacityPhase): number | null {
    const check = this.holds()[phase];
    return check?.offered ? check.cap : null;
  }

  /** Phases whose result is a try that ended by itself: nobody knows how much longer they would have been. */
  private endedAtCap(): CapacityPhase[] {
    return PHASES.filter((phase) => isAtLeast(this.medians()[phase], this.capOf(phase)));
  }

  protected record(): void {
    const [student, checked] = [this.student(), this.checked()];
    if (!student || goToWrong(this.numbers())) return;
    if (!checked.ok) {
      const [first] = checked.problem;
      return this.sent.say(first ? describeCapacityProblem(first) : '');
    }
    const copy = ([...tries]: readonly number[]): number[] => tries;
    const { inhale, exhale, hold, emptyHold } = this.tries();
    const body = {
      checkedOn: this.clock.today(),
      ...checked.value,
      tries: { inhale: copy(inhale), exhale: copy(exhale), hold: copy(hold), emptyHold: copy(emptyHold) },
      restingRate: this.rate(),
      freerNostril: this.freer(),
      strokes: this.strokes(),
      atLeast: this.endedAtCap(),
    };
    this.sent.send(this.students.addCapacity(student.id, body), () => {
      this.recorded = true;
      void this.router.navigate(['/students', student.id]);
    });
  }
}
