import { Component, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Student } from '@nuvrah/contract';
import { fitTime, formatClock, type Session } from '@nuvrah/core';
import { AccountStore } from '../api/account';

/** "Make it 30 minutes": whole rounds only, the passage that is chosen may be left as it is, the remainder to the rests. */
@Component({
  selector: 'nv-time-fit-form',
  imports: [MatButtonModule],
  template: `
    <form (submit)="fit($event)">
      <div class="row">
        <label>
          <span>make it, minutes</span>
          <input #minutes type="number" min="1" max="240" step="1" aria-label="make it, minutes" />
        </label>
        <button matButton="outlined" type="submit">Fit the time</button>
      </div>
      <label class="check">
        <input type="checkbox" [checked]="locked()" (change)="locked.set(!locked())" />
        leave {{ passageName() }} as it is
      </label>
    </form>
    @if (said(); as lines) {
      <ul role="status">
        @for (line of lines; track line) {
          <li>{{ line }}</li>
        }
      </ul>
    }
  `,
  styleUrl: '../forms/form.scss',
  styles: `
    :host {
      display: block;
      margin-top: 1.25rem;
      padding-top: 0.75rem;
      border-top: 1px solid var(--rule);
    }
    form {
      gap: 0.375rem;
    }
    ul {
      margin: 0.375rem 0 0;
      padding-left: 1.25rem;
      font-size: 0.9375rem;
    }
    .check {
      display: flex;
      align-items: center;
      gap: 0.375rem;
    }
  `,
})
export class TimeFitForm {
  readonly session = input.required<Session>();
  readonly student = input.required<Pick<Student, 'hand'>>();
  /** The passage that is chosen. */
  readonly passageId = input.required<string>();
  readonly passageName = input.required<string>();
  readonly names = input.required<ReadonlyMap<string, string>>();
  readonly fitted = output<Session>();

  private readonly account = inject(AccountStore);
  protected readonly locked = signal(false);
  protected readonly said = signal<readonly string[] | null>(null);

  protected fit(event: Event): void {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const minutes = Number(form.querySelector<HTMLInputElement>('input[type=number]')?.value ?? '');
    if (!(minutes >= 1 && minutes <= 240))
      return this.said.set(['Say how many minutes there are: 1 to 240.']);
    const locked = new Set(this.locked() ? [this.passageId()] : []);
    const { hand } = this.student();
    const fit = fitTime(this.session(), hand, this.account.required().conventions, minutes, locked);
    if (!fit.ok) {
      const least = formatClock(fit.problem.least * 1000);
      return this.said.set([
        `With one round of everything it takes ${least}: take something out, or more time.`,
      ]);
    }
    const { session, changes, leftOver } = fit.value;
    this.said.set([
      ...changes.map(({ passageId, said }) => `${this.names().get(passageId) ?? ''}: ${said}`),
      ...(changes.length === 0 ? ['Nothing had to change.'] : []),
      ...(leftOver >= 1 ? [`${Math.round(leftOver)} s are left over.`] : []),
    ]);
    if (changes.length > 0) this.fitted.emit(session);
  }
}
