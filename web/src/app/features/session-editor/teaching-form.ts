import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import {
  formatSeconds,
  LONGEST_NATURAL_SECONDS,
  MOST_READY_COUNTS,
  MOST_TAUGHT_ROUNDS,
  NOT_TAUGHT,
  partsTaught,
  raisedHand,
  seconds,
  timeToSay,
  type CountedPassage,
  type StrokePassage,
  type Teaching,
} from '@nuvrah/core';
import { NumberField } from '../../ui/number-field';
import { restForm, secondsForm, wholeForm } from '../../ui/number-forms';
import { sayWords } from '../../words/say-words';
import type { PassageEdit } from './session-edits';

const LONGEST_SETTLING = 60;
const LONGEST_QUESTION = 300;

/** How a passage is taught: what comes before its counted rounds and after them, and how it begins and ends. */
@Component({
  selector: 'nv-teaching-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, NumberField],
  template: `
    <h3>{{ words.before }}</h3>
    <label>
      <span>{{ words.explain }}</span>
      <textarea
        rows="2"
        maxlength="1000"
        [attr.aria-label]="words.explain"
        [value]="teaching().explain"
        (input)="writeExplained($event)"
      ></textarea>
    </label>
    @if (tooShort(); as line) {
      <p class="soft" role="status">{{ line }}</p>
    }
    <div class="fields">
      <nv-number-field
        [label]="words.explainFor"
        [caption]="words.explainFor"
        [unit]="words.minutes"
        [form]="forms.minutes"
        [min]="0"
        [max]="longest"
        [by]="30000"
        [fine]="5000"
        [value]="teaching().explainFor * 1000"
        (valueChange)="change({ explainFor: asSeconds($event) })"
      />
      <nv-number-field
        steppers
        [label]="isStrokes() ? words.demonstrateSets : words.demonstrate"
        [caption]="isStrokes() ? words.demonstrateSets : words.demonstrate"
        [form]="forms.rounds"
        [min]="0"
        [max]="mostRounds"
        [width]="2"
        [value]="teaching().demonstrate"
        (valueChange)="change({ demonstrate: $event })"
      />
      <nv-number-field
        steppers
        [label]="isStrokes() ? words.trialSets : words.trial"
        [caption]="isStrokes() ? words.trialSets : words.trial"
        [form]="forms.rounds"
        [min]="0"
        [max]="mostRounds"
        [width]="2"
        [value]="teaching().trial"
        (valueChange)="change({ trial: $event })"
      />
    </div>
    <p class="soft">{{ words.notCounted }}</p>

    <h3>{{ words.after }}</h3>
    <div class="fields">
      <nv-number-field
        [label]="words.quiet"
        [caption]="words.quiet"
        [unit]="words.minutes"
        [form]="forms.minutes"
        [min]="0"
        [max]="longest"
        [by]="30000"
        [fine]="5000"
        [value]="teaching().quiet * 1000"
        (valueChange)="change({ quiet: asSeconds($event) })"
      />
      <nv-number-field
        [label]="words.ask"
        [caption]="words.ask"
        [unit]="words.seconds"
        [form]="forms.question"
        [min]="0"
        [max]="longestQuestion"
        [by]="5"
        [fine]="1"
        [width]="4"
        [value]="teaching().ask"
        (valueChange)="change({ ask: wholeSeconds($event) })"
      />
    </div>

    <h3>{{ words.startAndEnd }}</h3>
    <div class="fields">
      <nv-number-field
        steppers
        [label]="words.getReady"
        [caption]="words.getReady"
        [form]="forms.ready"
        [min]="0"
        [max]="mostReady"
        [width]="2"
        [value]="passage().getReady ?? 0"
        (valueChange)="setReady($event)"
      />
      @if (raised()) {
        <nv-number-field
          [label]="words.handUp"
          [caption]="words.handUp"
          [unit]="words.seconds"
          [form]="forms.settling"
          [min]="0"
          [max]="longestSettling"
          [width]="4"
          [value]="passage().handUp"
          (valueChange)="set({ handUp: exactly($event) }, 'hand up')"
        />
        <nv-number-field
          [label]="words.closing"
          [caption]="words.closing"
          [unit]="words.seconds"
          [form]="forms.settling"
          [min]="0"
          [max]="longestSettling"
          [width]="4"
          [value]="passage().closing"
          (valueChange)="set({ closing: exactly($event) }, 'closing')"
        />
      }
    </div>
    @if (strokes(); as passage) {
      <mat-checkbox
        [checked]="passage.firstBreath === true"
        (change)="set({ firstBreath: $event.checked }, 'first breath')"
      >
        {{ words.firstBreath }}
      </mat-checkbox>
    }
  `,
  styleUrls: ['../../ui/fields.scss', '../../ui/form.scss'],
  styles: `
    h3 {
      margin: 0.75rem 0 0.375rem;
      font: 600 1rem / 1.3 var(--sans);
    }
    h3:first-child {
      margin-top: 0;
    }
    textarea {
      width: 100%;
    }
    .fields {
      margin-bottom: 0;
    }
  `,
})
export class TeachingForm {
  protected readonly words = sayWords.teaching;
  readonly passage = input.required<CountedPassage | StrokePassage>();
  readonly edit = output<PassageEdit>();

  protected readonly teaching = computed(() => this.passage().teaching ?? NOT_TAUGHT);
  protected readonly raised = computed(() => raisedHand(this.passage()) !== null);
  protected readonly strokes = computed(() => {
    const passage = this.passage();
    return passage.kind === 'strokes' ? passage : null;
  });
  protected readonly isStrokes = computed(() => this.strokes() !== null);

  protected readonly mostRounds = MOST_TAUGHT_ROUNDS;
  protected readonly mostReady = MOST_READY_COUNTS;
  protected readonly longest = LONGEST_NATURAL_SECONDS * 1000;
  protected readonly longestSettling = LONGEST_SETTLING;
  protected readonly longestQuestion = LONGEST_QUESTION;
  protected readonly forms = {
    minutes: restForm,
    rounds: wholeForm(0, MOST_TAUGHT_ROUNDS, this.words.rounds),
    ready: wholeForm(0, MOST_READY_COUNTS, this.words.counts),
    settling: secondsForm(0, LONGEST_SETTLING),
    question: wholeForm(0, LONGEST_QUESTION, this.words.seconds),
  };

  /** What there is to say lasts longer than there is time for it. */
  protected readonly tooShort = computed(() => {
    const { explain, explainFor } = this.teaching();
    if (explain.trim() === '') return null;
    const needed = timeToSay(explain);
    const line = this.words.lasts(formatSeconds(needed));
    return explainFor > needed ? line : `${line} ${this.words.giveItTime}`;
  });

  protected asSeconds(millis: number) {
    return seconds(Math.round(millis / 1000));
  }

  protected readonly wholeSeconds = (value: number) => seconds(Math.round(value));
  protected readonly exactly = seconds;

  protected writeExplained(event: Event): void {
    this.change({ explain: (event.target as HTMLTextAreaElement).value.slice(0, 1000) });
  }

  protected change(change: Partial<Teaching>): void {
    const teaching = { ...this.teaching(), ...change };
    const { teaching: _, ...itself } = this.passage();
    const empty = partsTaught(teaching).length === 0 && teaching.explain === '';
    const [name = ''] = Object.keys(change);
    this.edit.emit({ passage: empty ? itself : { ...itself, teaching }, name: `teaching ${name}` });
  }

  protected setReady(getReady: number): void {
    const { getReady: _, ...itself } = this.passage();
    this.edit.emit({ passage: getReady === 0 ? itself : { ...itself, getReady }, name: 'get ready' });
  }

  protected set(change: Partial<CountedPassage> & Partial<StrokePassage>, name: string): void {
    this.edit.emit({ passage: { ...this.passage(), ...change } as CountedPassage | StrokePassage, name });
  }
}
