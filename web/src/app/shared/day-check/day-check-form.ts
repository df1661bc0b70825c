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
import { MatButtonModule } from '@angular/material/button';
import type { DayCheck, Student } from '@nuvrah/contract';
import {
  FELT_ON_SCALE,
  LOW_MOOD,
  momentFromText,
  PULSE,
  type TodayFact,
  SIDE_NAMES,
  keysOf,
} from '@nuvrah/core';
import { markOf } from '../../api/mark-of';
import { NOW } from '../../api/now';
import { Students } from '../../api/students';
import { sending } from '../../api/sending';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { Checks } from '../../ui/checks';
import { Choice } from '../../ui/choice';
import { KitForm } from '../../ui/kit-form';
import { NumberField } from '../../ui/number-field';
import { wholeForm } from '../../ui/number-forms';
import { NOT_KEPT } from '../offline-queue/words';
import { NostrilTest, type Freer } from './nostril-test';
import { dayWords } from '../../words/day-words';

/** Minutes since the last meal, as they are told. */
const MEALS = {
  '15': dayWords.dayCheckForm.justNow,
  '60': '1 h',
  '120': '2 h',
  '180': '3 h',
  '240': dayWords.dayCheckForm.fourHoursOrMore,
} as const;
type Meal = keyof typeof MEALS;

const SLEEP = {
  short: dayWords.dayCheckForm.tooShort,
  fair: dayWords.dayCheckForm.fair,
  good: dayWords.dayCheckForm.good,
} as const;
const FREER: Readonly<Record<Freer, string>> = {
  left: SIDE_NAMES.left,
  right: SIDE_NAMES.right,
  even: dayWords.dayCheckForm.noDifference,
};

/** In the order in which they are asked. */
const ASKED: Readonly<Partial<Record<TodayFact, string>>> = {
  fever: dayWords.dayCheckForm.feverIll,
  'nose-blocked': dayWords.dayCheckForm.noseBlocked,
  'throat-sore': dayWords.dayCheckForm.soreThroat,
  'asthma-flare': dayWords.dayCheckForm.asthmaFlare,
  menstruation: dayWords.dayCheckForm.menstruationIfTold,
  intoxicated: dayWords.dayCheckForm.alcoholDrugsSedatives,
  'exercise-hard': dayWords.dayCheckForm.hardExercise,
  'bedtime-near': dayWords.dayCheckForm.bedWithin3H,
  'not-still': dayWords.dayCheckForm.drivingMachinesWaterHeights,
};
const ROOM: Readonly<Partial<Record<TodayFact, string>>> = {
  'room-hot': dayWords.dayCheckForm.hotRoom,
  'room-cold': dayWords.dayCheckForm.coldRoomOrCongestion,
  'air-bad': dayWords.dayCheckForm.smokeBadAir,
};

type Feeling = (typeof FELT_ON_SCALE)[number];

/** What is true today, asked anew each time: nothing of yesterday is filled in. */
@Component({
  selector: 'nv-day-check-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Checks, Choice, KitForm, MatButtonModule, NostrilTest, NumberField],
  template: `
    <form (submit)="record($event)">
      <nv-choice
        [legend]="words.lastMeal"
        [words]="meals"
        [value]="meal()"
        (valueChange)="meal.set($event)"
      />
      <nv-checks [legend]="words.today" [words]="asked" [value]="facts()" (valueChange)="facts.set($event)" />
      <nv-checks
        [legend]="words.theRoom"
        [words]="room"
        [value]="facts()"
        (valueChange)="facts.set($event)"
      />
      <div class="row">
        <nv-choice
          [legend]="words.sleep"
          [words]="sleeps"
          [value]="sleep()"
          (valueChange)="sleep.set($event)"
        />
        <nv-choice
          [legend]="words.freerSide"
          [words]="freers"
          [value]="freer()"
          (valueChange)="freer.set($event)"
        >
          <button matButton type="button" [attr.aria-expanded]="testing()" (click)="testing.set(!testing())">
            {{ words.twoBreathTest }}
          </button>
        </nv-choice>
      </div>
      @if (testing()) {
        <nv-nostril-test (found)="found($event)" />
      }
      <div class="row" role="group" [attr.aria-label]="words.howTheyFeel">
        @for (feeling of feelings; track feeling.key) {
          <nv-number-field
            optional
            [label]="feeling.label"
            [caption]="words.from0To10(feeling.label)"
            [form]="feelingForm"
            [min]="0"
            [max]="10"
            [value]="felt()[feeling.key] ?? null"
            (valueChange)="feel(feeling.key, $event)"
            (cleared)="feel(feeling.key, null)"
          />
        }
        <nv-number-field
          optional
          [label]="words.pulse"
          [caption]="words.pulseIfWished"
          [form]="pulseForm"
          [min]="pulseRange.least"
          [max]="pulseRange.most"
          [value]="pulse()"
          (valueChange)="pulse.set($event)"
          (cleared)="pulse.set(null)"
        />
        <label class="wide">
          <span>{{ words.note }}</span>
          <input
            [attr.aria-label]="words.noteOnToday"
            maxlength="500"
            autocomplete="off"
            [value]="note()"
            (input)="write($event)"
          />
        </label>
      </div>
      @if (lowMood()) {
        <p class="soft">{{ words.moodCountsLow(lowest) }}</p>
      }
      <div class="actions">
        <button matButton="filled" type="submit" [disabled]="sent.busy()">{{ words.todayWasAsked }}</button>
        @if (meal() === null) {
          <span class="soft">{{ words.mealNotAskedYet }}</span>
        }
      </div>
      @if (sent.message(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
    </form>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    /* Long as it is, the button that records it stays in sight. */
    .actions {
      position: sticky;
      bottom: -1rem;
      padding: 0.5rem 0 1rem;
      background: var(--sheet);
    }
  `,
})
export class DayCheckForm {
  protected readonly words = dayWords.dayCheckForm;
  readonly student = input.required<Pick<Student, 'id'>>();
  /** What was answered today already, to be changed; nothing of another day is filled in. */
  readonly before = input<DayCheck | null>(null);
  readonly recorded = output();

  private readonly students = inject(Students);
  private readonly now = inject(NOW);

  protected readonly meals = MEALS;
  protected readonly sleeps = SLEEP;
  protected readonly freers = FREER;
  protected readonly asked = ASKED as Readonly<Record<TodayFact, string>>;
  protected readonly room = ROOM as Readonly<Record<TodayFact, string>>;
  protected readonly feelings = FELT_ON_SCALE.map((key) => ({ key, label: dayWords.feelings[key] }));
  protected readonly lowest = LOW_MOOD;
  protected readonly feelingForm = wholeForm(0, 10, '');
  protected readonly pulseRange = PULSE;
  protected readonly pulseForm = wholeForm(PULSE.least, PULSE.most, dayWords.dayCheckForm.beats);

  protected readonly meal = signal<Meal | null>(null);
  protected readonly facts = signal<TodayFact[]>([]);
  protected readonly sleep = signal<keyof typeof SLEEP | null>(null);
  protected readonly freer = signal<Freer | null>(null);
  protected readonly testing = signal(false);
  protected readonly felt = signal<Readonly<Partial<Record<Feeling, number>>>>({});
  protected readonly pulse = signal<number | null>(null);
  protected readonly note = signal('');
  protected readonly sent = sending();
  /** One form, one check: sending it twice is recording it once. */
  private id = crypto.randomUUID();

  protected readonly lowMood = computed(() => (this.felt().mood ?? 10) <= LOW_MOOD);

  private readonly answers = computed(() =>
    markOf([this.meal(), this.facts(), this.sleep(), this.freer(), this.felt(), this.pulse(), this.note()]),
  );
  /** The answers as the form began with them. */
  private shown = this.answers();

  constructor() {
    effect(() => {
      const before = this.before();
      if (before) untracked(() => this.fillIn(before));
    });
    asksWhileUnsaved(() => !this.sent.busy() && this.answers() !== this.shown);
  }

  private fillIn({ lastMealAt, facts, sleep, freerNostril, calm, alert, mood, pulse, note }: DayCheck): void {
    this.meal.set(lastMealAt === null ? null : this.mealAt(momentFromText(lastMealAt)));
    this.facts.set([...facts]);
    this.sleep.set(sleep);
    this.freer.set(freerNostril);
    const felt = Object.entries({ calm, alert, mood }).filter(([, value]) => value !== null);
    this.felt.set(Object.fromEntries(felt) as Partial<Record<Feeling, number>>);
    this.pulse.set(pulse);
    this.note.set(note);
    this.shown = this.answers();
  }

  /** The longest answer that is not longer ago than the meal was: a rest after it is never told too long. */
  private mealAt(moment: number): Meal {
    const minutes = (this.now() - moment) / 60_000;
    const told = keysOf(MEALS).filter((meal) => Number(meal) <= minutes);
    return told.at(-1) ?? '15';
  }

  protected found(side: Freer): void {
    this.freer.set(side);
    this.testing.set(false);
  }

  protected feel(key: Feeling, value: number | null): void {
    this.felt.update(({ [key]: _, ...others }) => (value === null ? others : { ...others, [key]: value }));
  }

  protected write(event: Event): void {
    this.note.set((event.target as HTMLInputElement).value);
  }

  protected record(event: Event): void {
    event.preventDefault();
    const meal = this.meal();
    const { calm = null, alert = null, mood = null } = this.felt();
    const lastMealAt = meal === null ? null : new Date(this.now() - Number(meal) * 60_000).toISOString();
    const body = {
      facts: this.facts(),
      lastMealAt,
      freerNostril: this.freer(),
      sleep: this.sleep(),
      calm,
      alert,
      mood,
      pulse: this.pulse(),
      note: this.note().trim(),
    };
    this.sent.send(this.students.addDayCheck(this.student().id, this.id, body), (delivery) => {
      if (delivery.kind === 'waiting' && !delivery.kept) return this.sent.say(NOT_KEPT);
      this.startAnew();
      this.recorded.emit();
    });
  }

  private startAnew(): void {
    this.id = crypto.randomUUID();
    this.meal.set(null);
    this.facts.set([]);
    this.sleep.set(null);
    this.freer.set(null);
    this.felt.set({});
    this.pulse.set(null);
    this.note.set('');
    this.shown = this.answers();
  }
}
