import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router } from '@angular/router';
import { AccountStore } from '../../api/account';
import type { ApiProblem } from '../../api/api';
import { signInWords } from '../../words/sign-in-words';

@Component({
  selector: 'nv-sign-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButtonModule, MatFormFieldModule, MatInputModule],
  template: `
    <main>
      <h1>{{ words.nuvrah }}</h1>
      <p class="soft">{{ words.breathingSessionsWrittenDown }}</p>
      <form (ngSubmit)="submit()">
        <mat-form-field>
          <mat-label>{{ words.eMail }}</mat-label>
          <input matInput type="email" name="email" autocomplete="username" required [(ngModel)]="email" />
        </mat-form-field>
        <mat-form-field>
          <mat-label>{{ words.password }}</mat-label>
          <input
            matInput
            type="password"
            name="password"
            autocomplete="current-password"
            required
            [(ngModel)]="password"
          />
        </mat-form-field>
        @if (problem(); as message) {
          <p class="notice problem" role="alert">{{ message }}</p>
        }
        <button matButton="filled" type="submit" [disabled]="busy()">{{ words.signIn }}</button>
      </form>
    </main>
  `,
  styles: `
    main {
      max-width: 24rem;
      margin: 12vh auto 0;
      padding: 1.5rem;
    }
    h1 {
      font-size: 2.25rem;
    }
    form {
      display: grid;
      gap: 1rem;
      margin-top: 2rem;
    }
  `,
})
export class SignIn {
  protected readonly words = signInWords.signIn;
  /** Where to go after signing in. */
  readonly then = input<string>();

  private readonly accounts = inject(AccountStore);
  private readonly router = inject(Router);

  protected readonly email = signal('');
  protected readonly password = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected submit(): void {
    if (this.email().trim() === '' || this.password() === '') {
      this.problem.set(this.words.fillInEMail);
      return;
    }
    this.busy.set(true);
    this.accounts.signIn(this.email().trim(), this.password()).subscribe({
      next: () => void this.router.navigateByUrl(localAddress(this.then())),
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(problem.kind === 'away' ? this.words.serverAway : problem.message);
      },
    });
  }
}

/** Only addresses of this application are gone to after signing in. */
const localAddress = (then: string | undefined): string => (then && /^\/(?!\/)/.test(then) ? then : '/');
