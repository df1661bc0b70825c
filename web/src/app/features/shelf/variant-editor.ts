import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import type { StoredVariant } from '@nuvrah/contract';
import {
  checkVariant,
  limitsOf,
  RANGE_FACTS,
  rangeKeysOf,
  techniqueOf,
  variantOf,
  type RangeKey,
  type Technique,
  type TechniqueId,
  type Variant,
} from '@nuvrah/core';
import type { Observable } from 'rxjs';
import type { ApiProblem } from '../../api/api';
import { Variants } from '../../api/variants';
import { NumberField, type NumberForm } from '../../ui/number-field';
import { countsForm, wholeForm } from '../../ui/number-forms';
import { saveFile } from '../../ui/save-file';
import { FileButton } from '../../ui/file-button';
import { KitForm } from '../../ui/kit-form';
import { shelfWords } from '../../words/shelf-words';

/** A variant of one's own: name, ranges, beginning and a note. What was typed stays when it is refused. */
@Component({
  selector: 'nv-variant-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, FileButton, MatButtonModule, NumberField],
  template: `
    <form (submit)="save($event)" aria-labelledby="variant">
      <h2 id="variant">{{ variant() ? words.yourVariant : words.aVariantOf }}</h2>
      <label>
        <span>{{ words.name }}</span>
        <input
          #name
          [attr.aria-label]="words.nameOfTheVariant"
          maxlength="80"
          [value]="draft().name"
          (input)="set({ name: name.value })"
        />
      </label>
      <table>
        <thead>
          <tr>
            <th scope="col"></th>
            <th scope="col">{{ words.from }}</th>
            <th scope="col">{{ words.to }}</th>
            <th scope="col">{{ words.beginsWith }}</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.key) {
            <tr>
              <th scope="row">{{ row.label }}</th>
              @for (cell of row.cells; track cell.what) {
                <td>
                  <nv-number-field
                    [label]="row.name + ' ' + cell.what"
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
      <label>
        <span>{{ words.note }}</span>
        <textarea
          #note
          [attr.aria-label]="words.noteOnTheVariant"
          rows="3"
          maxlength="2000"
          [value]="draft().note"
          (input)="set({ note: note.value })"
        ></textarea>
      </label>
      @for (problem of problems(); track problem) {
        <p class="notice problem" role="alert">{{ problem }}</p>
      }
      <div class="row">
        <button matButton="filled" type="submit" [disabled]="busy()">
          {{ variant() ? words.saveTheVariant : words.addItTo }}
        </button>
        <button matButton type="button" (click)="done.emit()">{{ words.leaveIt }}</button>
        @if (variant(); as stored) {
          <button matButton type="button" (click)="archive(stored)">
            {{ stored.archived ? words.bringBack : words.takeOff }}
          </button>
          <button matButton type="button" (click)="exportIt()">{{ words.saveItAsA }}</button>
        } @else {
          <nv-file-button
            [label]="words.takeItFromA"
            accept="application/json,.json"
            (fileChosen)="importIt($event)"
          />
        }
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 0.75rem;
      max-width: 44rem;
      border-top: 1px solid var(--rule);
      margin-top: 1.25rem;
      padding-top: 1rem;
    }
    label span {
      display: block;
      color: var(--soft-ink);
      font-size: 0.9375rem;
    }
    input:not([type='file']),
    textarea {
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.375rem 0.5rem;
      width: 100%;
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
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem 0.75rem;
    }
    .file {
      color: var(--soft-ink);
    }
  `,
})
export class VariantEditor {
  protected readonly words = shelfWords.variantEditor;
  readonly technique = input.required<Technique & { readonly id: TechniqueId }>();
  /** The variant that is changed, or null for a new one. */
  readonly variant = input.required<StoredVariant | null>();
  readonly done = output();

  private readonly variants = inject(Variants);
  private readonly router = inject(Router);
  private readonly newId = crypto.randomUUID();

  protected readonly draft = linkedSignal((): Variant => {
    const stored = this.variant();
    return stored ? (stored.document as Variant) : variantOf(this.technique().id, '');
  });
  protected readonly busy = signal(false);
  private readonly refused = signal<readonly string[]>([]);
  /** Problems show once somebody tried to save, or a file was read. */
  private readonly tried = signal(false);
  protected readonly problems = computed(() => [
    ...(this.tried() ? checkVariant(this.draft()).map(({ message }) => message) : []),
    ...this.refused(),
  ]);

  protected readonly rows = computed(() => {
    const entry = techniqueOf(this.draft().technique);
    const { ranges, start } = this.draft();
    return rangeKeysOf(entry).map((key) => {
      const { name, unit, step } = RANGE_FACTS[key];
      const limits = limitsOf(entry, key);
      const range = ranges[key] ?? limits;
      const form: NumberForm =
        step === 1
          ? wholeForm(limits.from, limits.to, unit)
          : { ...countsForm, hint: this.words.fromToInHalves(limits.from, limits.to, unit) };
      const cells = [
        { what: 'from', value: range.from },
        { what: 'to', value: range.to },
        { what: 'start', value: start[key] ?? range.from },
      ] as const;
      const label = name === unit || unit === '' ? name : `${name}, ${unit}`;
      return { key, name, label, limits, form, cells };
    });
  });

  protected set(change: Partial<Variant>): void {
    this.refused.set([]);
    this.draft.update((draft) => ({ ...draft, ...change }));
  }

  protected setNumber(key: RangeKey, what: 'from' | 'to' | 'start', value: number): void {
    const { ranges, start } = this.draft();
    if (what === 'start') return this.set({ start: { ...start, [key]: value } });
    const range = ranges[key] ?? limitsOf(techniqueOf(this.draft().technique), key);
    this.set({ ranges: { ...ranges, [key]: { ...range, [what]: value } } });
  }

  protected save(event: Event): void {
    event.preventDefault();
    this.tried.set(true);
    if (checkVariant(this.draft()).length > 0 || this.busy()) return;
    const stored = this.variant();
    this.send(
      stored
        ? this.variants.change(stored, this.draft(), stored.archived)
        : this.variants.add(this.newId, this.draft()),
    );
  }

  protected archive(stored: StoredVariant): void {
    this.send(this.variants.change(stored, stored.document as Variant, !stored.archived));
  }

  private send(request: Observable<StoredVariant>): void {
    this.busy.set(true);
    this.refused.set([]);
    request.subscribe({
      next: ({ id }) => {
        this.busy.set(false);
        this.done.emit();
        void this.router.navigate(['/shelf', id]);
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        const errors = problem.kind === 'refused' ? (problem.problem.errors ?? []) : [];
        this.refused.set(errors.length > 0 ? errors.map(({ detail }) => detail) : [problem.message]);
      },
    });
  }

  protected exportIt(): void {
    const variant = this.draft();
    saveFile(`${variant.name}.variant.json`, 'application/json', JSON.stringify(variant, null, 2));
  }

  /** A file is taken whole or not at all. */
  protected importIt(file: File): void {
    void file.text().then((text) => {
      const read = readVariant(text);
      if ('problems' in read) return this.refused.set(read.problems);
      this.draft.set(read.variant);
      this.refused.set([]);
      this.tried.set(true);
    });
  }
}

/** A variant from a file, or what is wrong with it, each with a pointer into the file. */
export function readVariant(
  text: string,
): { readonly variant: Variant } | { readonly problems: readonly string[] } {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return { problems: [shelfWords.variantEditor.thisFileIsNo] };
  }
  const { technique, name, note = '', ranges = {}, start = {} } = (read ?? {}) as Partial<Variant>;
  if (typeof technique !== 'string' || typeof name !== 'string' || !isRecord(ranges) || !isRecord(start))
    return {
      problems: [shelfWords.variantEditor.thisFileHoldsNo],
    };
  const variant: Variant = { technique, name, note: String(note), ranges, start };
  const problems = checkVariant(variant).map(({ pointer, message }) => `${pointer}: ${message}`);
  return problems.length > 0
    ? { problems: [...problems, shelfWords.variantEditor.nothingWasTakenFrom] }
    : { variant };
}

const isRecord = (value: unknown): boolean =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
