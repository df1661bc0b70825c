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
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import type { Sitting } from '@nuvrah/contract';
import { signById, type SignId } from '@nuvrah/core';
import { sending } from '../../api/sending';
import { Sittings } from '../../api/sittings';
import { ledgerWords } from '../../words/ledger-words';

/** Takes a sign of a sitting back. What that does, and whether a reason is wanted, is said by the rules. */
@Component({
  selector: 'nv-sign-back',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButtonModule, MatFormFieldModule, MatInputModule, MatSelectModule],
  template: `
    @for (line of back(); track line) {
      <p class="soft">{{ line }}</p>
    }
    @if (open()) {
      <form (submit)="take($event)">
        <mat-form-field>
          <mat-label>{{ words.signToTakeBack }}</mat-label>
          <mat-select name="sign" [(ngModel)]="sign">
            @for (one of signs(); track one.id) {
              <mat-option [value]="one.id">{{ one.label }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        <mat-form-field class="reason">
          <mat-label>{{ words.whyItIsTaken }}</mat-label>
          <input matInput name="reason" maxlength="1000" autocomplete="off" [(ngModel)]="reason" />
          <mat-hint>{{ words.notNeededRightAfter }}</mat-hint>
        </mat-form-field>
        <button matButton="outlined" type="submit" [disabled]="sent.busy()">{{ words.takeItBack }}</button>
        <button matButton type="button" (click)="open.set(false)">{{ words.cancel }}</button>
      </form>
    } @else if (signs().length > 0) {
      <button matButton type="button" (click)="open.set(true)">{{ words.takeASignBack }}</button>
    }
    @if (sent.message(); as text) {
      <p class="problem" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.5rem 1rem;
      margin-top: 0.5rem;
    }
    .reason {
      flex: 1 1 20rem;
    }
  `,
})
export class SignBack {
  protected readonly words = ledgerWords.signBack;
  readonly sitting = input.required<Sitting>();
  readonly changed = output();

  private readonly sittings = inject(Sittings);
  protected readonly sent = sending();
  protected readonly open = signal(false);
  protected readonly reason = signal('');
  protected readonly signs = computed(() => (this.sitting().record?.signs ?? []).map(signById));
  protected readonly sign = linkedSignal<SignId | null>(() => this.signs()[0]?.id ?? null);

  /** What was taken back before, and whether it counts. */
  protected readonly back = computed(() =>
    (this.sitting().record?.takenBack ?? []).map(({ sign, mistake, reason }) =>
      mistake
        ? this.words.pressedByMistakeDoes(signById(sign).label)
        : this.words.takenBackLaterCounts(signById(sign).label, reason),
    ),
  );

  protected take(event: Event): void {
    event.preventDefault();
    const sign = this.sign();
    if (sign === null) return;
    const { id, version } = this.sitting();
    const body = { version, sign, reason: this.reason().trim() };
    this.sent.send(this.sittings.takeSignBack(id, body), () => {
      this.open.set(false);
      this.reason.set('');
      this.changed.emit();
    });
  }
}
