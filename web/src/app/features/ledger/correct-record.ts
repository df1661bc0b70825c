import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Sitting } from '@nuvrah/contract';
import {
  amountDone,
  correctRecord,
  formatCounts,
  mostDone,
  sessionFromChecked,
  techniqueName,
  type LeadRecord,
  type PassageRecord,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { markOf } from '../../api/mark-of';
import { KitForm } from '../../ui/kit-form';
import { NumberField } from '../../ui/number-field';
import { halfRoundsForm, secondsForm, wholeForm } from '../../ui/number-forms';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { ledgerWords } from '../../words/ledger-words';

/** What was really done of each passage of a sitting, where what stands on record is wrong. */
@Component({
  selector: 'nv-correct-record',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, MatButtonModule, NumberField],
  template: `
    <form (submit)="save($event)">
      <p>{{ words.text }}</p>
      @for (field of fields(); track $index) {
        <div class="labelled">
          <span aria-hidden="true">{{ field.label }}</span>
          <nv-number-field
            [label]="field.label"
            [form]="field.form"
            [min]="0"
            [max]="field.most"
            [by]="field.step"
            steppers
            [value]="amounts()[$index] ?? 0"
            (valueChange)="set($index, $event)"
          />
        </div>
      }
      <p>
        <button matButton="filled" type="submit">{{ words.save }}</button>
      </p>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    .labelled {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 1rem;
    }
  `,
})
export class CorrectRecord {
  readonly sitting = input.required<Sitting>();
  readonly corrected = output<NonNullable<Sitting['record']>>();

  private readonly account = inject(AccountStore);
  protected readonly words = ledgerWords.correct;
  private readonly record = computed(() => this.sitting().record as unknown as LeadRecord);
  private readonly onRecord = computed(() => this.record().passages.map(amountDone));
  protected readonly amounts = linkedSignal<readonly number[]>(() => this.onRecord());
  protected readonly fields = computed(() => this.record().passages.map((passage) => this.fieldOf(passage)));

  constructor() {
    asksWhileUnsaved(() => markOf(this.amounts()) !== markOf(this.onRecord()));
  }

  private fieldOf(passage: PassageRecord) {
    const name = techniqueName(passage.technique, this.account.required().naming);
    const most = mostDone(passage);
    const planned = formatCounts(most);
    switch (passage.kind) {
      case 'natural':
        return { label: this.words.seconds(name), form: secondsForm(0, most), most, step: 5 };
      case 'strokes':
        return {
          label: this.words.sets(name, planned),
          form: wholeForm(0, most, this.words.unitSets),
          most,
          step: 1,
        };
      case 'counted':
        return {
          label: this.words.rounds(name, planned),
          form: passage.cyclesPerRound === 2 ? halfRoundsForm : wholeForm(0, most, this.words.unitRounds),
          most,
          step: passage.cyclesPerRound === 2 ? 0.5 : 1,
        };
    }
  }

  protected set(index: number, amount: number): void {
    this.amounts.update((amounts) => amounts.map((before, at) => (at === index ? amount : before)));
  }

  protected save(event: Event): void {
    event.preventDefault();
    const { session, hand, conventions } = this.sitting().led;
    const setup = { session: sessionFromChecked(session), student: { hand }, conventions };
    const record = correctRecord(this.record(), this.amounts(), setup);
    this.amounts.set(record.passages.map(amountDone));
    this.corrected.emit(record as never);
  }
}
