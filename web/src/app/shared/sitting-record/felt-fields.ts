import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import type { Feelings, Sitting } from '@nuvrah/contract';
import { dayWords } from '../../words/day-words';
import { ledgerWords } from '../../words/ledger-words';
import { ScaleField } from './scale-field';

/** Nothing of it was told. */
export const NOT_FELT: Feelings = { calm: null, alert: null, mood: null, pulse: null };

/** How it felt before a sitting, by the check of the day that it was led with; null where that was not asked. */
export const feltBefore = ({ led: { dayCheck } }: Pick<Sitting, 'led'>): Feelings | null =>
  dayCheck && { calm: dayCheck.calm, alert: dayCheck.alert, mood: dayCheck.mood, pulse: dayCheck.pulse };

/** What goes on record: null where nothing was told. */
export const feltOrNull = (felt: Feelings): Feelings | null =>
  Object.values(felt).every((value) => value === null) ? null : felt;

/** What is asked on a scale of 0 to 10, before and after. */
export const FEELINGS = ['calm', 'alert', 'mood'] as const;

/** How it feels afterwards, asked as it was before, with both side by side. */
@Component({
  selector: 'nv-felt-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScaleField],
  template: `
    @for (field of fields(); track field.key) {
      <nv-scale-field
        [label]="field.label"
        [hint]="field.hint"
        [value]="felt()[field.key]"
        (valueChange)="tell(field.key, $event)"
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.75rem;
    }
  `,
})
export class FeltFields {
  readonly felt = model.required<Feelings>();
  /** How it felt before; null where it was not asked. */
  readonly before = input.required<Feelings | null>();

  protected tell(key: (typeof FEELINGS)[number], value: number | null): void {
    this.felt.set({ ...this.felt(), [key]: value });
  }

  protected readonly fields = computed(() =>
    FEELINGS.map((key) => {
      const before = this.before()?.[key] ?? null;
      const label = dayWords.feelings[key];
      return { key, label, hint: before === null ? '' : ledgerWords.feltFields.before(before) };
    }),
  );
}
