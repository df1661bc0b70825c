import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  viewChild,
} from '@angular/core';
import { STEPPER_GLOBAL_OPTIONS, type StepperSelectionEvent } from '@angular/cdk/stepper';
import { BreakpointObserver } from '@angular/cdk/layout';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatStepper, MatStepperModule } from '@angular/material/stepper';
import { Router, RouterLink } from '@angular/router';
import type { Student, StudentFields } from '@nuvrah/contract';
import { dayInWords, describeNeed, missingIntake, type IntakeNeed, keysOf } from '@nuvrah/core';
import { map } from 'rxjs';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { Students } from '../../api/students';
import { LoadingNote } from '../../shared/loading-note';
import { PageBar } from '../../shared/page/page-bar';
import { intakeWords } from '../../words/intake-words';
import { CapacityForm } from './capacity-form';
import { FactChecklist } from './fact-checklist';
import { savingStudent } from './saving-student';
import { StudentForm } from './student-form';

const STEPS = keysOf(intakeWords.steps);
type Step = (typeof STEPS)[number];

/** The step in which each thing is filled in. */
const STEP_OF: Readonly<Record<IntakeNeed['code'], Step>> = {
  'birth-year': 'who',
  consent: 'who',
  'health-not-asked': 'health',
};

const NARROW = '(max-width: 40rem)';

/** The intake in five short steps, filled in with the student present. It can be left at any of them and gone on with later. */
@Component({
  selector: 'nv-intake-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CapacityForm,
    FactChecklist,
    LoadingNote,
    MatButtonModule,
    MatIconModule,
    MatStepperModule,
    PageBar,
    RouterLink,
    StudentForm,
  ],
  providers: [{ provide: STEPPER_GLOBAL_OPTIONS, useValue: { displayDefaultIndicatorType: false } }],
  templateUrl: './intake-page.html',
  styleUrl: './intake-page.scss',
})
export class IntakePage {
  readonly id = input.required<string>();
  /** The step that is shown; the first where it is none. */
  readonly step = input<string>();

  private readonly students = inject(Students);
  private readonly router = inject(Router);
  protected readonly day = inject(ScreeningClock).day;
  protected readonly isNarrow = toSignal(
    inject(BreakpointObserver)
      .observe(NARROW)
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );
  private readonly stepper = viewChild(MatStepper);

  protected readonly words = intakeWords;
  protected readonly page = asked(this.id, (id) => this.students.get(id));
  /** Each step has its own: what is refused in one is said there alone. */
  protected readonly saving = {
    who: savingStudent(() => this.page.again()),
    health: savingStudent(() => this.page.again()),
    seat: savingStudent(() => this.page.again()),
  };
  protected readonly at = linkedSignal(() => {
    const step = STEPS.findIndex((one) => one === this.step());
    return step < 0 ? 0 : step;
  });

  protected readonly askedOn = computed(() => {
    const asked = this.page.value()?.healthAskedOn ?? null;
    return asked === null ? '' : this.words.health.askedOn(dayInWords(asked));
  });
  protected readonly askedToday = computed(() => this.page.value()?.healthAskedOn === this.day().today);
  protected readonly missing = computed(() => {
    const student = this.page.value();
    const missing = student ? missingIntake(student, this.day().today) : [];
    return missing.map((need) => ({ line: describeNeed(need), step: STEP_OF[need.code] }));
  });

  protected moved({ selectedIndex }: StepperSelectionEvent): void {
    this.at.set(selectedIndex);
    const step = STEPS[selectedIndex];
    void this.router.navigate([], { queryParams: { step }, replaceUrl: true });
  }

  protected goTo(step: Step): void {
    this.at.set(STEPS.indexOf(step));
  }

  protected save(step: 'who' | 'seat', student: Student, fields: StudentFields): void {
    this.saving[step].change(student, fields, () => this.next());
  }

  protected everything(student: Student): void {
    this.saving.health.change(student, { healthAskedOn: this.day().today }, () => this.next());
  }

  protected next(): void {
    this.stepper()?.next();
  }
}
