import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import {
  formatSeconds,
  MOST_OWN_WORDS,
  timeToSay,
  type OwnWords,
  type PhaseKind,
  type Passage,
} from '@nuvrah/core';
import { OwnVoices } from '../../shared/playback/own-voices';
import { RecordWords } from '../../shared/playback/record-words';
import { roundsForm } from '../../ui/number-forms';
import { NumberField } from '../../ui/number-field';
import { SelectField } from '../../ui/select-field';
import { sayWords } from '../../words/say-words';

type PhaseChoice = 'begins' | PhaseKind;

/** Own words at points of a passage: in which round, how often again, and in which phase. */
@Component({
  selector: 'nv-own-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatIconModule, NumberField, RecordWords, SelectField],
  template: `
    @for (own of rows(); track $index) {
      <fieldset>
        <legend>{{ words.number($index + 1) }}</legend>
        <input
          type="text"
          maxlength="300"
          [attr.aria-label]="words.text($index + 1)"
          [value]="own.text"
          (input)="write($index, $event)"
        />
        <div class="when">
          <nv-number-field
            [label]="isNatural() ? words.minute : words.round"
            [caption]="isNatural() ? words.minute : words.round"
            [min]="1"
            [form]="rounds"
            [max]="500"
            [value]="own.round"
            (valueChange)="change($index, { round: $event })"
          />
          <nv-number-field
            [label]="words.every"
            [caption]="words.every"
            [min]="0"
            [form]="rounds"
            [max]="100"
            [value]="own.every ?? 0"
            (valueChange)="change($index, { every: $event || null })"
          />
          @if (isCounted()) {
            <nv-select
              [label]="words.phase"
              [words]="phases"
              [value]="own.phase ?? 'begins'"
              (valueChange)="choose($index, $event)"
            />
          }
          <button
            matIconButton
            type="button"
            [attr.aria-label]="words.remove($index + 1)"
            (click)="remove($index)"
          >
            <mat-icon svgIcon="delete" aria-hidden="true" />
          </button>
        </div>
        @if (own.text.trim() !== '') {
          <p class="soft">{{ words.lasts(seconds(own)) }}</p>
          <nv-record-words [text]="own.text" />
        }
      </fieldset>
    }
    @if (rows().length < most) {
      <button matButton type="button" (click)="add()">
        <mat-icon svgIcon="add" aria-hidden="true" />{{ words.add }}
      </button>
    }
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    fieldset {
      border: 0;
      border-top: 1px solid var(--rule);
      margin: 0.5rem 0 0;
      padding: 0.5rem 0 0;
    }
    legend {
      float: left;
      width: 100%;
      color: var(--soft-ink);
      font-size: 0.9375rem;
    }
    input {
      width: 100%;
    }
    .when {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 0.5rem 1rem;
      margin-top: 0.375rem;
    }
  `,
})
export class OwnWordsForm {
  protected readonly words = sayWords.ownWords;
  readonly passage = input.required<Passage>();
  readonly written = output<readonly OwnWords[]>();

  protected readonly rounds = roundsForm;
  protected readonly most = MOST_OWN_WORDS;
  protected readonly rows = computed(() => this.passage().words ?? []);
  protected readonly isNatural = computed(() => this.passage().kind === 'natural');
  protected readonly isCounted = computed(() => this.passage().kind === 'counted');
  protected readonly phases: Readonly<Record<PhaseChoice, string>> = this.words.phases;
  private readonly voices = inject(OwnVoices);
  protected readonly seconds = ({ text }: OwnWords): string =>
    formatSeconds(timeToSay(text, this.voices.clips() ?? undefined));

  constructor() {
    void this.voices.load();
  }

  protected add(): void {
    this.written.emit([...this.rows(), { text: '', round: 1, every: null, phase: null }]);
  }

  protected write(at: number, event: Event): void {
    this.change(at, { text: (event.target as HTMLInputElement).value.slice(0, 300) });
  }

  protected choose(at: number, phase: PhaseChoice): void {
    this.change(at, { phase: phase === 'begins' ? null : phase });
  }

  protected change(at: number, change: Partial<OwnWords>): void {
    this.written.emit(this.rows().map((own, index) => (index === at ? { ...own, ...change } : own)));
  }

  protected remove(at: number): void {
    this.written.emit(this.rows().filter((_, index) => index !== at));
  }
}
