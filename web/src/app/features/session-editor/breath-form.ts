import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  atOwnPaceAlone,
  breathsAtOwnPace,
  counts,
  cyclesHalfMillis,
  isOwnPaceAlone,
  LONGEST_OWN_PACE,
  BREATH_PATH_NAMES,
  ownPaceOfBreaths,
  seconds,
  techniqueOf,
  withCountedRounds,
  withPartLength,
  type BreathKind,
  type Conventions,
  type CountedPassage,
  type CountedPattern,
  type Counts,
  type BreathPath,
  type Range,
} from '@nuvrah/core';
import { SelectField } from '../../ui/select-field';
import { NumberField } from '../../ui/number-field';
import { breathForm, countsForm, restForm, secondsForm, wholeForm } from '../../ui/number-forms';
import type { PassageEdit } from './session-edits';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { benchWords } from '../../words/bench-words';

const TURNING: Range = { from: 0, to: 2 };
const BETWEEN: Range = { from: 0, to: 60 };
const MOST_OWN_BREATHS = 400;

/** How the breath goes: its way, its parts, turning pauses, letting go and minutes at one's own pace. */
@Component({
  selector: 'nv-breath-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, SelectField, NumberField],
  template: `
    <div class="fields">
      @if (pattern().inhaleThrough.length > 1) {
        <nv-select
          [label]="words.inThrough"
          [value]="passage().inhaleThrough"
          [words]="ways()"
          (valueChange)="set({ inhaleThrough: $event }, 'way')"
        />
      }
      @if (pattern().routes.length > 1) {
        <nv-select
          [label]="words.route"
          [value]="passage().route"
          [words]="routes()"
          (valueChange)="set({ route: $event }, 'route')"
        />
      }
      @if (passage().route === 'alternating') {
        <nv-select
          [label]="words.sidesFollowedBy"
          [value]="passage().byAttention ? 'attention' : 'hand'"
          [words]="{ hand: 'the hand', attention: 'attention, hands down' }"
          (valueChange)="set({ byAttention: $event === 'attention' }, 'attention')"
        />
        <nv-select
          [label]="words.emptyHold"
          [value]="passage().emptyHold"
          [words]="{ 'as-written': 'as written', convention: 'by convention' }"
          (valueChange)="set({ emptyHold: $event }, 'empty hold')"
        />
      }
      @for (pause of pauses; track pause.at) {
        <div class="labelled">
          <span>{{ pause.label }}, s</span>
          <nv-number-field
            [label]="pause.label"
            [unit]="words.seconds"
            [value]="passage().turning[pause.at]"
            [form]="forms.turning"
            [min]="0"
            [max]="2"
            [by]="0.5"
            [width]="3"
            (valueChange)="setTurning(pause.at, $event)"
          />
        </div>
      }
      <div class="labelled">
        <span>{{ words.letGoAfterEach }}</span>
        <nv-number-field
          [label]="words.letGoAfterEachCycle"
          [unit]="words.seconds"
          [value]="passage().between"
          [form]="forms.between"
          [min]="0"
          [max]="60"
          [width]="3"
          (valueChange)="set({ between: asSeconds($event) }, 'between')"
        />
      </div>
      <div class="labelled">
        <span>{{ words.thenOwnPace }}</span>
        <nv-number-field
          [label]="words.minutesAtOwnPace"
          [unit]="words.minutes"
          [value]="passage().ownPace * 1000"
          [form]="forms.minutes"
          [min]="alone() ? 1000 : 0"
          [max]="longestOwnPace"
          [by]="30000"
          [fine]="5000"
          (valueChange)="set({ ownPace: asSeconds($event / 1000) }, 'own pace')"
        />
      </div>
      <div class="labelled">
        <span>{{ words.orBreaths }}</span>
        <nv-number-field
          [label]="words.breathsAtOwnPace"
          [value]="ownBreaths()"
          [form]="forms.breaths"
          [min]="alone() ? 1 : 0"
          [max]="mostBreaths"
          [fine]="1"
          [width]="3"
          (valueChange)="setOwnBreaths($event)"
        />
      </div>
      <mat-checkbox [checked]="alone()" (change)="toggleCounted()">
        {{ words.ownPaceAlone }}
      </mat-checkbox>
    </div>
    @for (breath of breaths(); track breath.kind) {
      <div class="fields">
        <mat-checkbox [checked]="breath.parts !== null" (change)="toggleParts(breath.kind)">
          {{ words.inParts(breath.kind) }}
        </mat-checkbox>
        @if (breath.parts; as parts) {
          @for (length of parts.lengths; track $index; let index = $index) {
            <div class="labelled">
              <span>{{ breath.names[index] }}</span>
              <nv-number-field
                [label]="breath.kind + ' ' + breath.names[index]"
                [unit]="words.counts"
                [value]="length"
                [form]="forms.part"
                [min]="0.5"
                [max]="breath.most"
                [width]="3"
                (valueChange)="setPart(breath.kind, index, $event)"
              />
            </div>
          }
          <div class="labelled">
            <span>{{ words.pauseBetween }}</span>
            <nv-number-field
              [label]="words.pauseBetweenParts(breath.kind)"
              [unit]="words.counts"
              [value]="parts.pause"
              [form]="forms.counts"
              [min]="0"
              [max]="10"
              [width]="3"
              (valueChange)="changeParts(breath.kind, { pause: asCounts($event) })"
            />
          </div>
          <mat-checkbox
            [checked]="parts.atEnd"
            (change)="changeParts(breath.kind, { atEnd: $event.checked })"
          >
            {{ words.pauseAtEnd }}
          </mat-checkbox>
        }
      </div>
    }
  `,
  styleUrl: '../../ui/fields.scss',
})
export class BreathForm {
  protected readonly words = benchWords.breathForm;
  readonly passage = input.required<CountedPassage>();
  readonly conventions = input.required<Conventions>();
  readonly edit = output<PassageEdit>();

  protected readonly pauses = [
    { at: 'full', label: this.words.turningPauseFull },
    { at: 'empty', label: this.words.turningPauseEmpty },
  ] as const;
  protected readonly forms = {
    turning: secondsForm(TURNING.from, TURNING.to),
    between: secondsForm(BETWEEN.from, BETWEEN.to),
    minutes: restForm,
    part: breathForm,
    counts: countsForm,
    breaths: wholeForm(0, MOST_OWN_BREATHS, this.words.breaths),
  };
  protected readonly mostBreaths = MOST_OWN_BREATHS;

  /** Minutes at one's own pace in breaths, as long as the last counted ones. */
  protected readonly ownBreaths = computed(() =>
    Math.min(MOST_OWN_BREATHS, breathsAtOwnPace(this.passage(), this.conventions())),
  );
  protected readonly longestOwnPace = LONGEST_OWN_PACE * 1000;
  protected readonly alone = computed(() => isOwnPaceAlone(this.passage()));
  protected readonly asSeconds = seconds;
  protected readonly asCounts = counts;

  protected readonly pattern = computed(
    () => techniqueOf(this.passage().technique).pattern as CountedPattern,
  );
  protected readonly ways = computed(
    () =>
      Object.fromEntries(this.pattern().inhaleThrough.map((way) => [way, BREATH_PATH_NAMES[way]])) as Record<
        BreathPath,
        string
      >,
  );
  protected readonly routes = computed(
    () =>
      Object.fromEntries(
        this.pattern().routes.map((route) => [
          route,
          route === 'both' ? this.words.bothNostrils : 'alternating',
        ]),
      ) as Record<CountedPassage['route'], string>,
  );

  protected readonly breaths = computed(() =>
    (['inhale', 'exhale'] as const).map((kind) => {
      const parts = this.passage().parts[kind];
      const regions = kind === 'inhale' ? ['belly', 'ribs', 'chest'] : ['chest', 'ribs', 'belly'];
      const names = (parts?.lengths ?? []).map((_, i) =>
        parts?.regions ? (regions[i] ?? '') : `part ${i + 1}`,
      );
      return { kind, parts, names, most: 100 / Math.max(1, names.length) };
    }),
  );

  protected set(change: Partial<CountedPassage>, name: string): void {
    this.edit.emit({ passage: { ...this.passage(), ...change }, name });
  }

  protected setOwnBreaths(breaths: number): void {
    this.set({ ownPace: ownPaceOfBreaths(this.passage(), breaths, this.conventions()) }, 'own pace');
  }

  /** All of it at one's own pace, or with counted rounds before. */
  protected toggleCounted(): void {
    const passage = this.passage();
    const rounds = cyclesHalfMillis(passage, this.conventions(), passage.cycles) / 2000;
    const next = this.alone() ? withCountedRounds(passage) : atOwnPaceAlone(passage, seconds(rounds));
    this.edit.emit({ passage: next, name: 'own pace alone' });
  }

  protected setTurning(at: 'full' | 'empty', value: number): void {
    this.set({ turning: { ...this.passage().turning, [at]: seconds(value) } }, `turning ${at}`);
  }

  protected setPart(kind: BreathKind, index: number, value: number): void {
    const passage = withPartLength(this.passage(), kind, index, value as Counts);
    this.edit.emit({ passage, name: `part ${kind} ${index}` });
  }

  protected toggleParts(kind: BreathKind): void {
    const passage = this.passage();
    const third = counts(1);
    const parts = passage.parts[kind]
      ? null
      : { lengths: [third, third, third], pause: third, atEnd: false, regions: false };
    this.edit.emit({
      passage: { ...passage, parts: { ...passage.parts, [kind]: parts } },
      name: `parts ${kind}`,
    });
  }

  protected changeParts(kind: BreathKind, change: { pause?: Counts; atEnd?: boolean }): void {
    const parts = this.passage().parts[kind];
    if (parts)
      this.set({ parts: { ...this.passage().parts, [kind]: { ...parts, ...change } } }, `parts ${kind}`);
  }
}
