import { ChangeDetectionStrategy, Component, computed, input, model, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Feelings } from '@nuvrah/contract';
import { FELT_ON_SCALE, feltMore, PULSE } from '@nuvrah/core';
import { dayWords } from '../../words/day-words';
import { ledgerWords } from '../../words/ledger-words';
import { ScaleField } from './scale-field';

/** Nothing of it was told. */
export const NOT_FELT: Feelings = { calm: null, alert: null, mood: null, pulse: null };

/** What goes on record: null where nothing was told. */
export const feltOrNull = (felt: Feelings): Feelings | null =>
  Object.values(felt).every((value) => value === null) ? null : felt;

/** "calm +2, mood -1": what changed from before to after; empty where nothing can be said. */
export function describeFeltMore(before: Feelings | null, after: Feelings | null): string {
  const more = feltMore(before, after);
  const lines = (['calm', 'alert', 'mood', 'pulse'] as const).flatMap((key) => {
    const by = more[key];
    return by === null ? [] : [ledgerWords.feltFields.more(dayWords.feltNames[key], signed(by))];
  });
  return lines.join(', ');
}

/** "+2", "0", "−1". */
const signed = (by: number): string => (by > 0 ? `+${by}` : by < 0 ? `\u2212${-by}` : '0');

/** How it feels, before or after; afterwards with what was told before, and by how much it changed, beside it. */
@Component({
  selector: 'nv-felt-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ScaleField],
  template: `
    @for (field of fields(); track field.key) {
      <nv-scale-field
        [label]="field.label"
        [hint]="field.hint"
        [value]="felt()[field.key]"
        (valueChange)="tell(field.key, $event)"
      />
    }
    @if (pulseAsked()) {
      <label class="pulse">
        {{ words.pulse }} <span class="soft">{{ pulseHint() }}</span>
        <input
          type="text"
          inputmode="numeric"
          maxlength="3"
          [attr.aria-label]="words.pulse"
          [attr.aria-invalid]="pulseWrong()"
          [value]="felt().pulse ?? ''"
          (input)="tellPulse($event)"
        />
        @if (pulseWrong()) {
          <span role="alert">{{ words.pulseRange }}</span>
        }
      </label>
    } @else {
      <button matButton class="more" type="button" (click)="pulseWished.set(true)">
        {{ words.pulseToo }}
      </button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.75rem;
      justify-items: start;
    }
    .pulse {
      font-size: 1.125rem;
    }
    input {
      display: block;
      width: 5rem;
      min-height: 2.75rem;
      padding: 0 0.75rem;
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 4px;
    }
  `,
})
export class FeltFields {
  readonly felt = model.required<Feelings>();
  /** How it felt before; null where it was not asked. */
  readonly before = input.required<Feelings | null>();

  protected readonly words = ledgerWords.feltFields;
  protected readonly pulseWished = signal(false);
  protected readonly pulseWrong = signal(false);
  protected readonly pulseAsked = computed(
    () => this.pulseWished() || this.felt().pulse !== null || (this.before()?.pulse ?? null) !== null,
  );
  protected readonly pulseHint = computed(() => this.hintOf('pulse'));

  /** A number that no pulse has is not told, and said. */
  protected tellPulse(event: Event): void {
    const text = (event.target as HTMLInputElement).value.trim();
    const pulse = /^\d+$/.test(text) ? Number(text) : null;
    const there = pulse !== null && pulse >= PULSE.least && pulse <= PULSE.most;
    this.pulseWrong.set(text !== '' && !there);
    this.felt.set({ ...this.felt(), pulse: there ? pulse : null });
  }

  private hintOf(key: keyof Feelings): string {
    const before = this.before()?.[key] ?? null;
    if (before === null) return '';
    const more = feltMore(this.before(), this.felt())[key];
    return more === null ? this.words.before(before) : this.words.beforeAndMore(before, signed(more));
  }

  protected tell(key: (typeof FELT_ON_SCALE)[number], value: number | null): void {
    this.felt.set({ ...this.felt(), [key]: value });
  }

  protected readonly fields = computed(() =>
    FELT_ON_SCALE.map((key) => ({ key, label: dayWords.feelings[key], hint: this.hintOf(key) })),
  );
}
