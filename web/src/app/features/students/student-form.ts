import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import type { StudentFields } from '@nuvrah/contract';
import {
  type Day,
  GOALS,
  ageOn,
  isMinor,
  checkBirthYear,
  describeBirthYearProblem,
  SEATS,
  type Goal,
  type SeatId,
} from '@nuvrah/core';
import { map } from 'rxjs';
import { ScreeningClock } from '../../api/screening-clock';
import { fieldProblem, type ApiProblem } from '../../api/api';
import { fieldsOf, NOTHING_ASKED } from '../../api/students';
import { Checks } from '../../ui/checks';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { markOf } from '../../api/mark-of';
import { DateField } from '../../ui/date-field';
import { KitForm } from '../../ui/kit-form';
import { studentWords } from '../../words/student-words';

const FIRST_BIRTH_YEAR = 1900;
const SEAT_WORDS = Object.fromEntries(Object.entries(SEATS).map(([id, { name }]) => [id, name])) as Readonly<
  Record<SeatId, string>
>;

/** The facts of a student: for a new one, or to change one. What was typed stays when it is refused. */
@Component({
  selector: 'nv-student-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    KitForm,
    DateField,
    Checks,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
  ],
  template: `
    <form [formGroup]="form" (ngSubmit)="submit()">
      @if (part() !== 'seat') {
        <mat-form-field class="wide">
          <mat-label>{{ words.name }}</mat-label>
          <input matInput formControlName="name" maxlength="120" autocomplete="off" />
          <mat-error>{{ words.nameNeeded }}</mat-error>
        </mat-form-field>
        <mat-form-field>
          <mat-label>{{ words.yearOfBirth }}</mat-label>
          <input matInput formControlName="birthYear" inputmode="numeric" maxlength="4" autocomplete="off" />
          <mat-error>{{ yearProblem() }}</mat-error>
        </mat-form-field>
        @if (minor()) {
          <mat-form-field>
            <mat-label>{{ words.guardianWhoConsents }}</mat-label>
            <input matInput formControlName="guardian" maxlength="120" autocomplete="off" />
            <mat-error>{{ words.sayWhoConsented }}</mat-error>
          </mat-form-field>
          <nv-date-field [label]="words.consentGivenOn" formControlName="consentOn" [max]="today()" />
        }
      }
      @if (part() !== 'who') {
        <mat-form-field>
          <mat-label>{{ words.hand }}</mat-label>
          <mat-select formControlName="hand">
            <mat-option value="right">{{ words.right }}</mat-option>
            <mat-option value="left">{{ words.left }}</mat-option>
          </mat-select>
        </mat-form-field>
        <mat-form-field>
          <mat-label>{{ words.tongue }}</mat-label>
          <mat-select formControlName="tongueRolls">
            <mat-option [value]="null">{{ words.notAsked }}</mat-option>
            <mat-option [value]="true">{{ words.rolls }}</mat-option>
            <mat-option [value]="false">{{ words.doesNotRoll }}</mat-option>
          </mat-select>
        </mat-form-field>
        <mat-form-field>
          <mat-label>{{ words.earlierPractice }}</mat-label>
          <mat-select formControlName="experienced">
            <mat-option [value]="false">{{ words.noneOnRecord }}</mat-option>
            <mat-option [value]="true">{{ words.hasPractisedBefore }}</mat-option>
          </mat-select>
        </mat-form-field>
        <nv-checks
          class="wide"
          [legend]="words.whatTheyWant"
          [words]="goalWords"
          [value]="goals()"
          (valueChange)="setGoals($event)"
        />
        <nv-checks
          class="wide"
          [legend]="words.seatsThatArePossible"
          [words]="seatWords"
          [value]="seats()"
          (valueChange)="setSeats($event)"
        />
      }
      @if (part() !== 'seat') {
        <mat-form-field class="wide">
          <mat-label>{{ words.note }}</mat-label>
          <textarea matInput formControlName="note" rows="3" maxlength="2000"></textarea>
        </mat-form-field>
      }
      @if (message(); as text) {
        <p class="notice problem wide" role="alert">{{ text }}</p>
      }
      <div class="wide actions">
        <button matButton="filled" type="submit" [disabled]="busy()">{{ action() }}</button>
        <ng-content />
        @if (changed()) {
          <span class="soft">{{ words.notSavedYet }}</span>
        }
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 13rem), 1fr));
      gap: 1rem;
    }
    .wide {
      grid-column: 1 / -1;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 1rem;
      align-items: center;
    }
  `,
})
export class StudentForm {
  protected readonly words = studentWords.studentForm;
  readonly value = input<StudentFields | null>(null);
  readonly action = input.required<string>();
  /** What of it is asked: all, who somebody is, or how they sit and breathe. */
  readonly part = input<'all' | 'who' | 'seat'>('all');
  readonly busy = input(false);
  readonly problem = input<ApiProblem | null>(null);
  readonly save = output<StudentFields>();

  protected readonly goalWords = GOALS;
  protected readonly seatWords = SEAT_WORDS;
  protected readonly today = inject(ScreeningClock).today;

  protected readonly form = new FormGroup({
    name: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.pattern(/\S/)],
    }),
    birthYear: new FormControl('', {
      nonNullable: true,
      validators: [(control) => this.checkYear(control.value as string)],
    }),
    hand: new FormControl<'left' | 'right'>('right', { nonNullable: true }),
    tongueRolls: new FormControl<boolean | null>(null),
    experienced: new FormControl(false, { nonNullable: true }),
    guardian: new FormControl('', { nonNullable: true }),
    consentOn: new FormControl<Day | null>(null),
    note: new FormControl('', { nonNullable: true }),
  });
  protected readonly goals = signal<readonly Goal[]>([]);
  protected readonly seats = signal<readonly SeatId[]>([]);
  private readonly birthYear = toSignal(this.form.controls.birthYear.valueChanges, { initialValue: '' });
  /** May be under age: a guardian is asked for. */
  protected readonly minor = computed(() => {
    const year = Number(this.birthYear());
    return year >= FIRST_BIRTH_YEAR && isMinor(ageOn(year, this.today()));
  });
  protected readonly yearProblem = computed(() => {
    const checked = /^\d{4}$/.test(this.birthYear().trim())
      ? checkBirthYear(Number(this.birthYear()), this.today())
      : null;
    return checked && !checked.ok
      ? describeBirthYearProblem(checked.problem)
      : this.words.yearNeeded(FIRST_BIRTH_YEAR);
  });
  private readonly typed = toSignal(this.form.valueChanges.pipe(map(() => this.form.getRawValue())), {
    initialValue: this.form.getRawValue(),
  });
  /** What stood there before anything was typed. */
  private readonly shown = signal<Typed | null>(null);
  protected readonly changed = computed(() => {
    const typed = { ...this.typed(), goals: this.goals(), seats: this.seats() };
    return markOf(typed) !== markOf(this.shown() ?? typedOf(NOTHING_ASKED));
  });

  protected readonly message = computed(() => {
    const problem = this.problem();
    if (!problem) return null;
    const field = (['name', 'birthYear', 'guardian', 'consentOn', 'note'] as const).map((name) =>
      fieldProblem(problem, `/${name}`),
    );
    return field.find((text) => text !== null) ?? problem.message;
  });

  constructor() {
    // What is on record takes the place of what was there of it before; what was typed elsewhere in the form stays.
    effect(() => {
      const value = this.value();
      if (value) untracked(() => this.show(value));
    });
    asksWhileUnsaved(() => this.changed() && !this.busy());
  }

  private show(value: StudentFields): void {
    const [now, before] = [typedOf(value), this.shown()];
    const differs = (key: keyof Typed): boolean => !before || markOf(now[key]) !== markOf(before[key]);
    for (const [name, control] of Object.entries(this.form.controls) as [FormKey, FormControl][])
      if (differs(name)) control.reset(now[name]);
    if (differs('goals')) this.goals.set(now.goals);
    if (differs('seats')) this.seats.set(now.seats);
    this.shown.set(now);
  }

  protected submit(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { birthYear, consentOn, name, guardian, ...typed } = this.form.getRawValue();
    const before = this.value();
    this.save.emit({
      ...NOTHING_ASKED,
      ...(before && fieldsOf(before)),
      ...typed,
      name: name.trim(),
      guardian: guardian.trim(),
      birthYear: birthYear.trim() === '' ? null : Number(birthYear),
      consentOn,
      goals: [...this.goals()],
      seats: [...this.seats()],
    });
  }

  protected setGoals(goals: Goal[]): void {
    this.goals.set(goals);
  }

  protected setSeats(seats: SeatId[]): void {
    this.seats.set(seats);
  }

  private checkYear(text: string): { year: true } | null {
    if (text.trim() === '') return null;
    const year = Number(text);
    const known = /^\d{4}$/.test(text.trim()) && year >= FIRST_BIRTH_YEAR;
    return known && checkBirthYear(year, this.today()).ok ? null : { year: true };
  }
}

/** A student as they stand in the form. */
const typedOf = ({ birthYear, consentOn, ...value }: StudentFields) => ({
  name: value.name,
  birthYear: birthYear === null ? '' : String(birthYear),
  hand: value.hand,
  tongueRolls: value.tongueRolls,
  experienced: value.experienced,
  guardian: value.guardian,
  consentOn,
  note: value.note,
  goals: value.goals,
  seats: value.seats,
});
type Typed = ReturnType<typeof typedOf>;
type FormKey = Exclude<keyof Typed, 'goals' | 'seats'>;
