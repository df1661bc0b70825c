import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { LONGEST_WORDS, phraseOf, recordedPhrases } from '@nuvrah/core';
import { PageBar } from '../../shared/page/page-bar';
import { OwnVoices } from '../../shared/playback/own-voices';
import { RecordWords } from '../../shared/playback/record-words';
import { Choice } from '../../ui/choice';
import { FindField } from '../../ui/find-field';
import { ownVoiceWords } from '../../words/own-voice-words';

type Group = 'cues' | 'numbers' | 'own';

const PHRASES = recordedPhrases();
const isNumber = (phrase: string): boolean => /^\d+$/.test(phrase) || phrase === 'hundred';
const CUES = PHRASES.filter((phrase) => !isNumber(phrase));
const NUMBERS = PHRASES.filter(isNumber);

/** The instructor's own voice: every cue and number, and words of their own, recorded one by one. */
@Component({
  selector: 'nv-own-voice-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, FindField, MatFormFieldModule, MatInputModule, PageBar, RecordWords],
  template: `
    <nv-page-bar>
      <h1>{{ words.title }}</h1>
      <span class="soft">{{ words.count(recordedOfAll(), all) }}</span>
    </nv-page-bar>
    <div class="page">
      <p>{{ words.about }}</p>
      <p class="soft">{{ words.aboutLinks }}</p>
      @if (away()) {
        <p class="notice problem" role="alert">{{ words.away }}</p>
      }
      <nv-choice
        [legend]="words.group"
        [named]="false"
        [words]="groups"
        [value]="group()"
        (valueChange)="group.set($event)"
      />
      @if (group() === 'own') {
        <div class="own">
          <mat-form-field>
            <mat-label>{{ words.toRecord }}</mat-label>
            <input #box matInput [value]="typed()" (input)="typed.set(box.value)" />
          </mat-form-field>
          @if (isTooLong()) {
            <p class="wrong" role="alert">{{ words.tooLong(longest) }}</p>
          } @else if (phrase() !== '') {
            <nv-record-words [text]="typed()" />
          }
        </div>
      } @else {
        <nv-find-field [label]="words.find" [value]="sought()" (valueChange)="sought.set($event)" />
      }
      <ul>
        @for (one of shown(); track one) {
          <li>
            <span [class.has]="recorded().has(one)">{{ one }}</span>
            <nv-record-words [text]="one" />
          </li>
        } @empty {
          <li class="soft">{{ group() === 'own' ? words.noneOwn : words.noneFound }}</li>
        }
      </ul>
    </div>
  `,
  styles: `
    nv-choice,
    nv-find-field,
    .own {
      display: block;
      margin-top: 1rem;
    }
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(100%, 22rem), 1fr));
      column-gap: 2rem;
      list-style: none;
      padding: 0;
      margin: 1rem 0 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: space-between;
      gap: 0.25rem 1rem;
      padding: 0.375rem 0;
      border-bottom: 1px solid var(--rule);
    }
    .has {
      font-weight: 600;
    }
    .own {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.5rem 1rem;
    }
    .own mat-form-field {
      flex: 1 1 18rem;
    }
  `,
})
export class OwnVoicePage {
  protected readonly words = ownVoiceWords;
  private readonly voices = inject(OwnVoices);
  protected readonly groups: Readonly<Record<Group, string>> = {
    cues: this.words.cues,
    numbers: this.words.numbers,
    own: this.words.own,
  };
  protected readonly all = PHRASES.length;
  protected readonly longest = LONGEST_WORDS;
  protected readonly group = signal<Group>('cues');
  protected readonly sought = signal('');
  protected readonly typed = signal('');
  protected readonly phrase = computed(() => phraseOf(this.typed()));
  protected readonly isTooLong = computed(() => this.typed().length > LONGEST_WORDS);
  protected readonly away = signal(false);
  protected readonly recorded = computed((): ReadonlySet<string> => this.voices.recorded() ?? new Set());
  protected readonly recordedOfAll = computed(
    () => PHRASES.filter((phrase) => this.recorded().has(phrase)).length,
  );
  private readonly own = computed(() => [...this.recorded()].filter((words) => !PHRASES.includes(words)));
  protected readonly shown = computed(() => {
    switch (this.group()) {
      case 'own':
        return this.own();
      case 'cues':
        return CUES.filter((phrase) => phrase.includes(phraseOf(this.sought())));
      case 'numbers':
        return NUMBERS.filter((phrase) => phrase.includes(phraseOf(this.sought())));
    }
  });

  constructor() {
    void this.voices.load().then(() => this.away.set(this.voices.recorded() === null));
  }
}
