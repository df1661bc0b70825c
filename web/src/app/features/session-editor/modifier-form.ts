import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  EAR_HANDS,
  GAZES,
  HEADS,
  RESTING_HANDS,
  guidanceIn,
  SEATS,
  techniqueOf,
  TONGUES,
  type BreathModifiers,
  type ModifierChoices,
  type EarHands,
  type Passage,
  type SeatId,
} from '@nuvrah/core';
import { Variants } from '../../api/variants';
import { SelectField } from '../../ui/select-field';
import type { PassageEdit } from './session-edits';
import { benchWords } from '../../words/bench-words';

/** Seat, hands and what goes with the breath. */
@Component({
  selector: 'nv-modifier-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField],
  template: `
    <div class="fields">
      <nv-select
        [label]="said.seat"
        [value]="passage().seat"
        [words]="seats()"
        (valueChange)="set({ seat: $event }, 'seat')"
      />
      <nv-select
        [label]="said.restingHands"
        [value]="passage().resting"
        [words]="restingHands"
        (valueChange)="set({ resting: $event }, 'resting')"
      />
      @if (modifiers(); as modifiers) {
        @if (modifierChoices()?.throatSound === 'optional') {
          <nv-select
            [label]="said.throatSound"
            [value]="modifiers.throatSound ? 'yes' : 'no'"
            [words]="{ no: said.without, yes: said.with }"
            (valueChange)="modify({ throatSound: $event === 'yes' })"
          />
        }
        @if (modifierChoices()?.hum === 'always') {
          <nv-select
            [label]="said.hum"
            [value]="modifiers.hum"
            [words]="said.hums"
            (valueChange)="modify({ hum: $event })"
          />
        }
        @if (earWords(); as words) {
          <nv-select
            [label]="said.handsAtTheEars"
            [value]="modifiers.ears ?? 'none'"
            [words]="words"
            (valueChange)="modify({ ears: $event === 'none' ? null : $event })"
          />
        }
        <nv-select
          [label]="said.gaze"
          [value]="modifiers.gaze"
          [words]="gazes"
          (valueChange)="modify({ gaze: $event })"
        />
        <nv-select
          [label]="said.tongue"
          [value]="modifiers.tongue"
          [words]="tongues"
          (valueChange)="modify({ tongue: $event })"
        />
        <nv-select
          [label]="said.head"
          [value]="modifiers.head"
          [words]="heads"
          (valueChange)="modify({ head: $event })"
        />
        <label>
          <span>{{ said.silentSyllable }}</span>
          <input
            class="ratio"
            [attr.aria-label]="said.silentSyllable"
            maxlength="40"
            [value]="modifiers.syllable"
            (input)="setSyllable($event)"
          />
        </label>
      }
    </div>
    @for (line of alignment(); track line) {
      <p class="soft">{{ line }}</p>
    }
  `,
  styleUrl: '../../ui/fields.scss',
})
export class ModifierForm {
  protected readonly said = benchWords.modifierForm;
  readonly passage = input.required<Passage>();
  readonly edit = output<PassageEdit>();

  private readonly variants = inject(Variants);
  protected readonly restingHands = RESTING_HANDS;
  protected readonly gazes = GAZES;
  protected readonly tongues = TONGUES;
  protected readonly heads = HEADS;

  private readonly entry = computed(
    () => this.variants.techniqueOf(this.passage().variant) ?? techniqueOf(this.passage().technique),
  );
  protected readonly seats = computed(
    () =>
      Object.fromEntries(this.entry().seats.map((id) => [id, SEATS[id].name])) as Partial<
        Record<SeatId, string>
      >,
  );
  protected readonly alignment = computed(() => guidanceIn(this.passage().seat));
  protected readonly modifiers = computed((): BreathModifiers | null => {
    const passage = this.passage();
    return passage.kind === 'natural' ? null : passage.modifiers;
  });
  protected readonly modifierChoices = computed((): ModifierChoices | null => {
    const { pattern } = this.entry();
    return pattern.kind === 'counted' ? pattern.modifierChoices : null;
  });
  protected readonly earWords = computed(() => {
    const ears = this.modifierChoices()?.ears ?? [];
    if (ears.length === 0) return null;
    const words = Object.fromEntries(ears.map((id) => [id, EAR_HANDS[id]]));
    return { none: this.said.earsOpen, ...words } as Partial<Record<EarHands | 'none', string>>;
  });

  protected set(change: Pick<Partial<Passage>, 'seat' | 'resting'>, name: string): void {
    this.edit.emit({ passage: { ...this.passage(), ...change }, name });
  }

  protected modify(change: Partial<BreathModifiers>): void {
    const passage = this.passage();
    if (passage.kind === 'natural') return;
    this.edit.emit({
      passage: { ...passage, modifiers: { ...passage.modifiers, ...change } },
      name: 'modifiers',
    });
  }

  protected setSyllable(event: Event): void {
    this.modify({ syllable: (event.target as HTMLInputElement).value.slice(0, 40) });
  }
}
