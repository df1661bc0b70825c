import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  viewChildren,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Student } from '@nuvrah/contract';
import {
  COMFORT,
  CAPACITY_LASTS,
  checkCapacity,
  daysBetween,
  describeCapacityProblem,
  EARLY_SITTINGS,
  formatSeconds,
  sustainableCapacity,
  type CapacityPhase,
  comfortOf,
  dayInWords,
} from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import type { ApiProblem } from '../../api/api';
import { Students } from '../../api/students';
import { goToWrong } from '../../ui/kit-form';
import { NumberField } from '../../ui/number-field';
import { shareForm } from '../../ui/number-forms';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { savingStudent } from './saving-student';
import { studentWords } from '../../words/student-words';

const LABELS: readonly {
  readonly phase: CapacityPhase;
  readonly label: string;
  readonly optional: boolean;
}[] = [
  { phase: 'inhale', label: studentWords.capacityForm.inhale, optional: false },
  { phase: 'hold', label: studentWords.capacityForm.hold, optional: true },
  { phase: 'exhale', label: studentWords.capacityForm.exhale, optional: false },
  { phase: 'emptyHold', label: studentWords.capacityForm.emptyHold, optional: true },
];

type Typed = Readonly<Record<CapacityPhase, string>>;

const sameTyped = (a: Typed, b: Typed): boolean => LABELS.every(({ phase }) => a[phase] === b[phase]);

/** The comfortable capacity typed in, and what follows from it as sustainable, with the derivation. */
@Component({
  selector: 'nv-capacity-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButtonModule, MatFormFieldModule, MatInputModule, NumberField],
  template: `
    <p class="soft">
      {{ words.secondsThatCouldGo }}
    </p>
    <form (ngSubmit)="submit()">
      @for (field of fields; track field.phase) {
        <mat-form-field>
          <mat-label>{{ field.label }}</mat-label>
          <input
            matInput
            inputmode="decimal"
            autocomplete="off"
            [name]="field.phase"
            [ngModel]="typed()[field.phase]"
            (ngModelChange)="type(field.phase, $event)"
            [attr.aria-invalid]="problems()[field.phase] ? true : null"
            [attr.aria-describedby]="'capacity-' + field.phase"
          />
          <span matTextSuffix>s</span>
          <mat-hint [id]="'capacity-' + field.phase" [class.wrong]="problems()[field.phase]">
            {{
              problems()[field.phase] ?? sustained()[field.phase] ?? (field.optional ? words.ifMeasured : '')
            }}
          </mat-hint>
        </mat-form-field>
      }
      @if (message(); as text) {
        <p class="notice problem wide" role="alert">{{ text }}</p>
      }
      <div class="wide actions">
        <button matButton="filled" type="submit" [disabled]="busy()">
          {{ words.recordCapacityOfToday }}
        </button>
        @if (student().capacity; as check) {
          <span class="soft">{{ words.lastRecorded(dayInWords(check.checkedOn)) }}</span>
          @if (age() > lasts) {
            <strong class="old">{{ words.oldDaysCheckAgain(age()) }}</strong>
          }
        }
      </div>
    </form>
    <p class="soft derivation">{{ derivation() }}</p>
    <div class="comfort">
      @for (part of comfortParts; track part.key) {
        <nv-number-field
          [label]="part.label"
          [caption]="part.label"
          [form]="shareForm"
          [min]="share.least"
          [max]="share.most"
          [by]="0.05"
          [fine]="0.01"
          [value]="comfort()[part.key]"
          (valueChange)="tellComfort(part.key, $event)"
        />
      }
      <button matButton="outlined" type="button" [disabled]="saving.busy()" (click)="setComfort()">
        {{ words.setForThisStudent }}
      </button>
      @if (student().comfort) {
        <button
          matButton
          type="button"
          [disabled]="saving.busy()"
          (click)="saving.change(student(), { comfort: null })"
        >
          {{ words.theUsualOnes }}
        </button>
      }
    </div>
    @if (comfortProblem(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 1rem;
      margin-top: 1rem;
    }
    .wide {
      grid-column: 1 / -1;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 1rem;
      align-items: center;
    }
    .wrong {
      color: var(--no);
    }
    .derivation {
      margin-top: 0.75rem;
    }
    .old {
      color: var(--change);
    }
    .comfort {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 0.5rem 0.75rem;
      margin-top: 0.5rem;
    }
    .comfort span {
      display: block;
      color: var(--soft-ink);
      font-size: 0.9375rem;
    }
    .comfort input {
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.375rem 0.5rem;
      min-height: 2.25rem;
      width: 6rem;
    }
  `,
})
export class CapacityForm {
  protected readonly words = studentWords.capacityForm;
  readonly student = input.required<Student>();
  readonly recorded = output();

  private readonly students = inject(Students);
  private readonly clock = inject(ScreeningClock);

  protected readonly fields = LABELS;
  protected readonly dayInWords = dayInWords;
  /** The newest check, as it stands in the fields. */
  private readonly onRecord = computed(
    (): Typed => {
      const check = this.student().capacity;
      const text = (value: number | null | undefined): string =>
        value === null || value === undefined ? '' : formatSeconds(value);
      return {
        inhale: text(check?.inhale),
        hold: text(check?.hold),
        exhale: text(check?.exhale),
        emptyHold: text(check?.emptyHold),
      };
    },
    { equal: sameTyped },
  );
  protected readonly typed = linkedSignal(() => this.onRecord());
  protected readonly busy = signal(false);
  protected readonly message = signal<string | null>(null);
  private readonly tried = signal(false);

  private readonly checked = computed(() => {
    const typed = this.typed();
    const number = (phase: CapacityPhase): number | null => {
      const text = typed[phase].trim().replace(',', '.');
      return text === '' ? null : Number(text);
    };
    return checkCapacity({
      inhale: number('inhale'),
      exhale: number('exhale'),
      hold: number('hold'),
      emptyHold: number('emptyHold'),
    });
  });

  /** Problems by field: a missing value is one only after the first try to record. */
  protected readonly problems = computed(() => {
    const checked = this.checked();
    if (checked.ok) return {} as Partial<Record<CapacityPhase, string>>;
    const shown = checked.problem.filter(({ code }) => code !== 'capacity-missing' || this.tried());
    return Object.fromEntries(
      shown.map((problem) => [problem.phase, describeCapacityProblem(problem)]),
    ) as Partial<Record<CapacityPhase, string>>;
  });

  protected readonly factors = computed(() => comfortOf(this.student()));
  protected readonly lasts = CAPACITY_LASTS;
  /** Days since the newest check. */
  protected readonly age = computed(() => {
    const checkedOn = this.student().capacity?.checkedOn;
    return checkedOn ? daysBetween(checkedOn, this.clock.today()) : 0;
  });
  protected readonly saving = savingStudent(() => this.recorded.emit());
  protected readonly comfortProblem = computed(() => this.saving.problem()?.message ?? null);
  private readonly comfortFields = viewChildren(NumberField);
  protected readonly comfortParts = [
    { key: 'breath', label: this.words.comfortOfBreaths },
    { key: 'hold', label: this.words.comfortOfHolds },
  ] as const;
  protected readonly share = COMFORT;
  protected readonly shareForm = shareForm(COMFORT.least, COMFORT.most);
  /** As they are typed, until they are set. */
  protected readonly comfort = linkedSignal(() => this.factors());

  protected readonly sustained = computed(() => {
    const checked = this.checked();
    if (!checked.ok) return {} as Partial<Record<CapacityPhase, string>>;
    const { inhale, internalHold, exhale, externalHold } = sustainableCapacity(checked.value, this.factors());
    const say = (value: number | null): string | undefined =>
      value === null ? undefined : this.words.sustainableS(formatSeconds(value));
    return {
      inhale: say(inhale),
      hold: say(internalHold),
      exhale: say(exhale),
      emptyHold: say(externalHold),
    };
  });

  protected readonly derivation = computed(() => {
    const { breath, hold } = this.factors();
    const { comfort, sittings } = this.student();
    const early = this.words.lowerAtFirst(EARLY_SITTINGS);
    const why = comfort ? this.words.ownFactors : sittings < EARLY_SITTINGS ? early : '';
    return this.words.sustainableMeasuredForBreaths(breath, hold, why);
  });

  constructor() {
    asksWhileUnsaved(() => !this.busy() && !sameTyped(this.typed(), this.onRecord()));
  }

  protected tellComfort(part: 'breath' | 'hold', share: number): void {
    this.comfort.update((before) => ({ ...before, [part]: share }));
  }

  protected setComfort(): void {
    if (goToWrong(this.comfortFields())) return;
    this.saving.change(this.student(), { comfort: this.comfort() });
  }

  protected type(phase: CapacityPhase, text: string): void {
    this.typed.update((typed) => ({ ...typed, [phase]: text }));
  }

  protected submit(): void {
    this.tried.set(true);
    const checked = this.checked();
    if (!checked.ok) return;
    this.busy.set(true);
    this.message.set(null);
    const body = {
      checkedOn: this.clock.today(),
      ...checked.value,
      tries: null,
      restingRate: null,
      freerNostril: null,
      strokes: null,
      atLeast: [],
    };
    this.students.addCapacity(this.student().id, body).subscribe({
      next: () => {
        this.busy.set(false);
        this.recorded.emit();
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.message.set(problem.message);
      },
    });
  }
}
