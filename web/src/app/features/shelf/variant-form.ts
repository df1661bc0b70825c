import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import {
  EAR_HANDS,
  GAZES,
  HEADS,
  limitsOf,
  RANGE_FACTS,
  rangeKeysOf,
  RESTING_HANDS,
  ROUTE_NAMES,
  SEATS,
  techniqueAsVariant,
  techniqueOf,
  TONGUES,
  VARIANT_TEXTS,
  type BreathModifiers,
  type EarHands,
  type RangeKey,
  type RestingHandId,
  type Variant,
} from '@nuvrah/core';
import { Checks } from '../../ui/checks';
import { NumberField, type NumberForm } from '../../ui/number-field';
import { countsForm, wholeForm } from '../../ui/number-forms';
import { SelectField } from '../../ui/select-field';
import { TagsField } from '../../ui/tags-field';
import { shelfWords } from '../../words/shelf-words';

/** Some of a table's words, in the order of the ids. */
const wordsOf = <T extends string>(ids: readonly T[], word: (id: T) => string): Readonly<Record<T, string>> =>
  Object.fromEntries(ids.map((id) => [id, word(id)])) as Record<T, string>;

/** Everything of a technique that a variant may have otherwise. What is not touched stays as in the technique. */
@Component({
  selector: 'nv-variant-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Checks, MatFormFieldModule, MatInputModule, NumberField, SelectField, TagsField],
  template: `
    <h3>{{ words.numbers }}</h3>
    <table>
      <thead>
        <tr>
          <th scope="col"></th>
          <th scope="col">{{ said.from }}</th>
          <th scope="col">{{ said.to }}</th>
          <th scope="col">{{ said.beginsWith }}</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.key) {
          <tr>
            <th scope="row">{{ row.label }}</th>
            @for (cell of row.cells; track cell.what) {
              <td>
                <nv-number-field
                  [label]="said.number(row.name, said[cell.what])"
                  [value]="cell.value"
                  [form]="row.form"
                  [min]="row.limits.from"
                  [max]="row.limits.to"
                  [width]="5"
                  (valueChange)="setNumber(row.key, cell.what, $event)"
                />
              </td>
            }
          </tr>
        }
      </tbody>
    </table>
    @if (counted(); as pattern) {
      <h3>{{ words.breath }}</h3>
      <nv-tags
        [label]="words.ratios"
        [known]="usual()"
        [value]="pattern.ratios"
        (valueChange)="variantChange.emit({ ratios: $event })"
      />
      @if (routes(); as names) {
        <nv-checks
          [legend]="words.routes"
          [words]="names"
          [value]="pattern.routes"
          (valueChange)="variantChange.emit({ routes: $event })"
        />
      }
      <div class="fields">
        @if (pattern.modifierChoices.throatSound === 'optional') {
          <nv-select
            [label]="words.throatSound"
            [value]="modifiers().throatSound ? 'with' : 'without'"
            [words]="{ without: words.without, with: words.with }"
            (valueChange)="modify({ throatSound: $event === 'with' })"
          />
        }
        @if (ears(); as names) {
          <nv-select
            [label]="words.ears"
            [value]="modifiers().ears ?? 'none'"
            [words]="names"
            (valueChange)="modify({ ears: $event === 'none' ? null : $event })"
          />
        }
        <nv-select
          [label]="words.gaze"
          [value]="modifiers().gaze"
          [words]="gazes"
          (valueChange)="modify({ gaze: $event })"
        />
        <nv-select
          [label]="words.tongue"
          [value]="modifiers().tongue"
          [words]="tongues"
          (valueChange)="modify({ tongue: $event })"
        />
        <nv-select
          [label]="words.head"
          [value]="modifiers().head"
          [words]="heads"
          (valueChange)="modify({ head: $event })"
        />
        <mat-form-field>
          <mat-label>{{ words.syllable }}</mat-label>
          <input
            #syllable
            matInput
            maxlength="40"
            [value]="modifiers().syllable"
            (input)="modify({ syllable: syllable.value })"
          />
        </mat-form-field>
      </div>
    }
    <h3>{{ words.seatAndHands }}</h3>
    <nv-checks
      [legend]="words.seats"
      [words]="seats()"
      [value]="entry().seats"
      (valueChange)="variantChange.emit({ seats: $event })"
    />
    <nv-checks
      [legend]="words.resting"
      [words]="restingHands"
      [value]="entry().resting"
      (valueChange)="variantChange.emit({ resting: $event })"
    />
    <h3>{{ words.said }}</h3>
    @for (key of texts; track key) {
      <mat-form-field>
        <mat-label>{{ words[key] }}</mat-label>
        <input #text matInput maxlength="300" [value]="entry()[key]" (input)="setText(key, text.value)" />
      </mat-form-field>
    }
    <mat-form-field>
      <mat-label>{{ words.teaching }}</mat-label>
      <textarea
        #lines
        matInput
        rows="4"
        maxlength="3000"
        [value]="teaching()"
        (input)="setTeaching(lines.value)"
      ></textarea>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 0.75rem;
    }
    h3 {
      margin: 0.75rem 0 0;
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 15rem), 1fr));
      gap: 0.75rem;
    }
    th {
      text-align: left;
      font-weight: 400;
      color: var(--soft-ink);
      padding-right: 1rem;
    }
    td {
      padding: 0.125rem 0.5rem 0.125rem 0;
    }
  `,
})
export class VariantForm {
  protected readonly words = shelfWords.variantForm;
  protected readonly said = shelfWords.variantEditor;
  readonly variant = input.required<Variant>();
  readonly variantChange = output<Partial<Variant>>();

  protected readonly texts = VARIANT_TEXTS;
  protected readonly gazes = GAZES;
  protected readonly tongues = TONGUES;
  protected readonly heads = HEADS;
  protected readonly restingHands: Readonly<Record<RestingHandId, string>> = RESTING_HANDS;

  /** The technique as it is in the catalogue, which says what may be chosen. */
  private readonly base = computed(() => techniqueOf(this.variant().technique));
  protected readonly entry = computed(() => techniqueAsVariant(this.variant()));
  protected readonly counted = computed(() => {
    const { pattern } = this.entry();
    return pattern.kind === 'counted' ? pattern : null;
  });
  protected readonly usual = computed(() => {
    const { pattern } = this.base();
    return pattern.kind === 'counted' ? pattern.ratios : [];
  });
  /** Only where there is something to choose. */
  protected readonly routes = computed(() => {
    const { pattern } = this.base();
    if (pattern.kind !== 'counted' || pattern.routes.length < 2) return null;
    return wordsOf(pattern.routes, (route) => ROUTE_NAMES[route]);
  });
  protected readonly ears = computed(() => {
    const ears = this.counted()?.modifierChoices.ears ?? [];
    if (ears.length === 0) return null;
    return wordsOf<EarHands | 'none'>(['none', ...ears], (id) =>
      id === 'none' ? this.words.earsOpen : EAR_HANDS[id],
    );
  });
  protected readonly seats = computed(() => wordsOf(this.base().seats, (seat) => SEATS[seat].name));
  protected readonly modifiers = computed(
    () => this.counted()?.modifierChoices.start ?? ({} as BreathModifiers),
  );
  protected readonly teaching = computed(() => this.entry().teaching.join('\n'));

  protected readonly rows = computed(() => {
    const entry = this.base();
    const { ranges, start } = this.variant();
    return rangeKeysOf(entry).map((key) => {
      const { name, unit, step } = RANGE_FACTS[key];
      const limits = limitsOf(entry, key);
      const range = ranges[key] ?? limits;
      const form: NumberForm =
        step === 1
          ? wholeForm(limits.from, limits.to, unit)
          : { ...countsForm, hint: this.said.fromToInHalves(limits.from, limits.to, unit) };
      const cells = [
        { what: 'from', value: range.from },
        { what: 'to', value: range.to },
        { what: 'start', value: start[key] ?? range.from },
      ] as const;
      const label = name === unit || unit === '' ? name : this.said.labelWithUnit(name, unit);
      return { key, name, label, limits, form, cells };
    });
  });

  protected setNumber(key: RangeKey, what: 'from' | 'to' | 'start', value: number): void {
    const { ranges, start } = this.variant();
    if (what === 'start') return this.variantChange.emit({ start: { ...start, [key]: value } });
    const range = ranges[key] ?? limitsOf(this.base(), key);
    this.variantChange.emit({ ranges: { ...ranges, [key]: { ...range, [what]: value } } });
  }

  protected modify(change: Partial<BreathModifiers>): void {
    this.variantChange.emit({ modifiers: { ...this.variant().modifiers, ...change } });
  }

  protected setText(key: (typeof VARIANT_TEXTS)[number], text: string): void {
    this.variantChange.emit({ [key]: text });
  }

  /** An empty line is none. */
  protected setTeaching(text: string): void {
    const teaching = text.split('\n').filter((line) => line.trim() !== '');
    this.variantChange.emit({ teaching });
  }
}
