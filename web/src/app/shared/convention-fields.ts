import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { CONVENTION_KEYS, CONVENTION_QUESTIONS, type ConventionKey, type Conventions } from '@nuvrah/core';

/** Every question on which schools differ, with its choices, the default and a line of reason. */
@Component({
  selector: 'nv-convention-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dl>
      @for (row of rows(); track row.key) {
        <dt>
          <label [attr.for]="'convention-' + row.key">{{ row.question }}</label>
        </dt>
        <dd>
          <select [id]="'convention-' + row.key" [value]="row.value" (change)="pick(row.key, $event)">
            @if (inherited()) {
              <option value="" [selected]="row.value === ''">as usual: {{ row.usual }}</option>
            }
            @for (choice of row.choices; track choice[0]) {
              <option [value]="choice[0]" [selected]="choice[0] === row.value">{{ choice[1] }}</option>
            }
          </select>
          <span class="soft">{{ row.why }}</span>
        </dd>
      }
    </dl>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: minmax(0, 20rem) minmax(0, 1fr);
      gap: 0.75rem 1.5rem;
      margin: 1rem 0;
    }
    dd {
      margin: 0;
    }
    select {
      font: 600 1rem/1.2 var(--sans);
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.375rem 0.5rem;
      min-height: 2.25rem;
      max-width: 100%;
    }
    .soft {
      display: block;
      font-size: 0.9375rem;
    }
    @media (max-width: 48rem) {
      dl {
        grid-template-columns: minmax(0, 1fr);
        gap: 0.25rem;
      }
    }
  `,
})
export class ConventionFields {
  /** Answers; those that are missing are inherited. */
  readonly value = input.required<Partial<Conventions>>();
  /** The answers that hold where there is none here; null where every question has one. */
  readonly inherited = input<Conventions | null>(null);
  /** A choice, or '' for the inherited one. */
  readonly choose = output<{ readonly key: ConventionKey; readonly choice: string }>();

  protected readonly rows = computed(() =>
    CONVENTION_KEYS.map((key) => {
      const { question, choices, why, preset } = CONVENTION_QUESTIONS[key];
      const words: Readonly<Record<string, string>> = choices;
      const usual = this.inherited()?.[key] ?? preset;
      return {
        key,
        question,
        choices: Object.entries(words),
        value: this.value()[key] ?? '',
        usual: words[usual] ?? usual,
        why: `Default: ${words[preset] ?? preset}. ${why}`,
      };
    }),
  );

  protected pick(key: ConventionKey, event: Event): void {
    this.choose.emit({ key, choice: (event.target as HTMLSelectElement).value });
  }
}
