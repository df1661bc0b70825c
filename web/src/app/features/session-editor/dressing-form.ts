import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  EAR_HANDS,
  GAZES,
  HEADS,
  RESTING_HANDS,
  SEATS,
  techniqueOf,
  TONGUES,
  type Dressing,
  type Dressings,
  type EarHands,
  type Passage,
  type SeatId,
} from '@nuvrah/core';
import { Variants } from '../../api/variants';
import { ChoiceField } from '../../ui/choice-field';
import type { PassageEdit } from './passage-settings';

/** Seat, hands and what goes with the breath. */
@Component({
  selector: 'nv-dressing-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField],
  template: `
    <div class="fields">
      <nv-choice-field
        label="seat"
        [value]="passage().seat"
        [words]="seats()"
        (choose)="set({ seat: $event }, 'seat')"
      />
      <nv-choice-field
        label="resting hands"
        [value]="passage().resting"
        [words]="restingHands"
        (choose)="set({ resting: $event }, 'resting')"
      />
      @if (dressing(); as dressing) {
        @if (dressings()?.throatSound === 'optional') {
          <nv-choice-field
            label="throat sound"
            [value]="dressing.throatSound ? 'yes' : 'no'"
            [words]="{ no: 'without', yes: 'with' }"
            (choose)="dress({ throatSound: $event === 'yes' })"
          />
        }
        @if (dressings()?.hum === 'always') {
          <nv-choice-field
            label="hum"
            [value]="dressing.hum"
            [words]="{ convention: 'by convention', exhale: 'on the exhale', both: 'on both' }"
            (choose)="dress({ hum: $event })"
          />
        }
        @if (earWords(); as words) {
          <nv-choice-field
            label="hands at the ears"
            [value]="dressing.ears ?? 'none'"
            [words]="words"
            (choose)="dress({ ears: $event === 'none' ? null : $event })"
          />
        }
        <nv-choice-field
          label="gaze"
          [value]="dressing.gaze"
          [words]="gazes"
          (choose)="dress({ gaze: $event })"
        />
        <nv-choice-field
          label="tongue"
          [value]="dressing.tongue"
          [words]="tongues"
          (choose)="dress({ tongue: $event })"
        />
        <nv-choice-field
          label="head"
          [value]="dressing.head"
          [words]="heads"
          (choose)="dress({ head: $event })"
        />
        <label>
          <span>silent syllable</span>
          <input
            class="ratio"
            aria-label="silent syllable"
            maxlength="40"
            [value]="dressing.syllable"
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
export class DressingForm {
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
  protected readonly alignment = computed(() => SEATS[this.passage().seat].alignment);
  protected readonly dressing = computed((): Dressing | null => {
    const passage = this.passage();
    return passage.kind === 'natural' ? null : passage.dressing;
  });
  protected readonly dressings = computed((): Dressings | null => {
    const { pattern } = this.entry();
    return pattern.kind === 'counted' ? pattern.dressings : null;
  });
  protected readonly earWords = computed(() => {
    const ears = this.dressings()?.ears ?? [];
    if (ears.length === 0) return null;
    const words = Object.fromEntries(ears.map((id) => [id, EAR_HANDS[id]]));
    return { none: 'open', ...words } as Partial<Record<EarHands | 'none', string>>;
  });

  protected set(change: Pick<Partial<Passage>, 'seat' | 'resting'>, name: string): void {
    this.edit.emit({ passage: { ...this.passage(), ...change }, name });
  }

  protected dress(change: Partial<Dressing>): void {
    const passage = this.passage();
    if (passage.kind === 'natural') return;
    this.edit.emit({
      passage: { ...passage, dressing: { ...passage.dressing, ...change } },
      name: 'dressing',
    });
  }

  protected setSyllable(event: Event): void {
    this.dress({ syllable: (event.target as HTMLInputElement).value.slice(0, 40) });
  }
}
