import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { CONVENTION_KEYS, CONVENTION_QUESTIONS, type ConventionKey, type Conventions } from '@nuvrah/core';
import { SelectField } from '../ui/select-field';
import { shelfWords } from '../words/shelf-words';

/** Every question on which schools differ, with its choices, the default and a line of reason. */
@Component({
  selector: 'nv-convention-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField],
  template: `
    <dl>
      @for (row of rows(); track row.key) {
        <dt>{{ row.question }}</dt>
        <dd>
          <nv-select
            [label]="row.question"
            [named]="false"
            [words]="row.words"
            [value]="row.value"
            (valueChange)="choose.emit({ key: row.key, choice: $event })"
          />
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
        words: this.inherited()
          ? { '': shelfWords.conventionFields.asUsual(words[usual] ?? usual), ...words }
          : words,
        value: this.value()[key] ?? '',
        why: shelfWords.conventionFields.default(words[preset] ?? preset, why),
      };
    }),
  );
}
