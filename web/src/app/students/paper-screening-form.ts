import { Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { PaperScreening } from '@nuvrah/contract';
import { AccountStore } from '../api/account';
import type { ApiProblem } from '../api/api';
import { Students } from '../api/students';

/** Records that a student was screened on paper, with the date. */
@Component({
  selector: 'nv-paper-screening-form',
  imports: [FormsModule, MatButtonModule, MatFormFieldModule, MatInputModule],
  template: `
    <form (ngSubmit)="submit()">
      <mat-form-field>
        <mat-label>Screened on paper on</mat-label>
        <input matInput type="date" name="screenedOn" required [max]="today()" [(ngModel)]="screenedOn" />
      </mat-form-field>
      <mat-form-field>
        <mat-label>Where the paper is, what it says</mat-label>
        <input matInput name="note" maxlength="2000" autocomplete="off" [(ngModel)]="note" />
      </mat-form-field>
      <button matButton="outlined" type="submit" [disabled]="busy()">Record screening</button>
      @if (message(); as text) {
        <p class="notice problem wide" role="alert">{{ text }}</p>
      }
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: minmax(10rem, 1fr) 2fr auto;
      gap: 1rem;
      align-items: center;
    }
    .wide {
      grid-column: 1 / -1;
    }
    @media (max-width: 48rem) {
      form {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class PaperScreeningForm {
  readonly studentId = input.required<string>();
  readonly recorded = output<PaperScreening>();

  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);
  protected readonly today = computed(() => this.account.required().today);
  protected readonly screenedOn = signal(this.account.required().today);
  protected readonly note = signal('');
  protected readonly busy = signal(false);
  protected readonly message = signal<string | null>(null);

  protected submit(): void {
    const screenedOn = this.screenedOn();
    if (!screenedOn || screenedOn > this.today()) {
      this.message.set('Give the day of the screening: today or an earlier day.');
      return;
    }
    this.busy.set(true);
    this.message.set(null);
    this.students.addScreening(this.studentId(), { screenedOn, note: this.note().trim() }).subscribe({
      next: (screening) => {
        this.busy.set(false);
        this.note.set('');
        this.recorded.emit(screening);
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.message.set(problem.message);
      },
    });
  }
}
