import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router } from '@angular/router';
import { SHORTEST_PASSWORD } from '@nuvrah/contract';
import { AccountStore } from '../../api/account';
import { fieldProblem, type ApiProblem } from '../../api/api';
import { Fold } from '../../ui/fold';
import { AuditTrail } from './audit-trail';
import { WorkplaceForm } from './workplace-form';
import { AppearanceChoice, type Appearance } from '../../shared/appearance';
import { Choice } from '../../ui/choice';
import { PageBar } from '../../shared/page/page-bar';

/** The account: appearance, where is worked, password, signing out. */
@Component({
  selector: 'nv-account-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PageBar,
    Choice,
    AuditTrail,
    Fold,
    FormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    WorkplaceForm,
  ],
  template: `
    <div class="page">
      <nv-page-bar>
        <h1>{{ accounts.required().name }}</h1>
        <span class="soft">{{ accounts.required().email }} · {{ accounts.required().timeZone }}</span>
      </nv-page-bar>
      <section aria-labelledby="appearance">
        <h2 id="appearance">Appearance</h2>
        <nv-choice
          legend="Appearance"
          [named]="false"
          [words]="appearances"
          [value]="appearance.appearance()"
          (valueChange)="choose($event)"
        />
      </section>
      <section aria-labelledby="place">
        <h2 id="place">Where you work</h2>
        <nv-workplace-form />
      </section>
      <section aria-labelledby="password">
        <h2 id="password">Password</h2>
        <form (ngSubmit)="changePassword()">
          <mat-form-field>
            <mat-label>Password now</mat-label>
            <input
              matInput
              type="password"
              name="current"
              autocomplete="current-password"
              [(ngModel)]="current"
            />
          </mat-form-field>
          <mat-form-field>
            <mat-label>New password</mat-label>
            <input matInput type="password" name="next" autocomplete="new-password" [(ngModel)]="next" />
            <mat-hint>{{ shortest }} characters or more; other browsers are signed out.</mat-hint>
          </mat-form-field>
          @if (problem(); as text) {
            <p class="notice problem" role="alert">{{ text }}</p>
          }
          <p role="status">{{ said() }}</p>
          <button matButton="filled" type="submit" [disabled]="busy()">Change password</button>
        </form>
      </section>
      <section class="wide">
        <nv-fold name="Audit trail">
          <ng-template><nv-audit-trail /></ng-template>
        </nv-fold>
      </section>
      <section aria-labelledby="out">
        <h2 id="out">Signing out</h2>
        <button matButton="filled" type="button" (click)="signOut()">Sign out</button>
        <p class="soft">
          Everywhere ends every web session of this account, in this browser and in all others.
        </p>
        <button matButton="outlined" type="button" (click)="signOutEverywhere()">Sign out everywhere</button>
      </section>
    </div>
  `,
  styles: `
    section {
      margin-bottom: 2.25rem;
      max-width: 28rem;
    }
    .wide {
      max-width: 52rem;
    }
    h2 {
      margin-bottom: 0.75rem;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 1.5rem;
    }
    .row label {
      display: inline-flex;
      align-items: center;
      gap: 0.5rem;
      min-height: 2.25rem;
    }
    input[type='radio'] {
      width: 1.125rem;
      height: 1.125rem;
      accent-color: var(--ink);
    }
    form {
      display: grid;
      gap: 1rem;
      justify-items: start;
    }
    mat-form-field {
      width: 100%;
    }
    section > p {
      margin-bottom: 0.75rem;
    }
  `,
})
export class AccountPage {
  protected readonly accounts = inject(AccountStore);
  protected readonly appearance = inject(AppearanceChoice);
  private readonly router = inject(Router);

  protected readonly appearances: Readonly<Record<Appearance, string>> = {
    system: 'as the system says',
    light: 'light',
    dark: 'dark',
  };
  protected readonly shortest = SHORTEST_PASSWORD;
  protected readonly current = signal('');
  protected readonly next = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly said = signal('');

  protected choose(appearance: Appearance): void {
    this.appearance.choose(appearance);
  }

  protected changePassword(): void {
    this.said.set('');
    if (this.next().length < SHORTEST_PASSWORD) {
      this.problem.set(`The new password needs ${SHORTEST_PASSWORD} characters or more.`);
      return;
    }
    this.busy.set(true);
    this.problem.set(null);
    this.accounts.changePassword(this.current(), this.next()).subscribe({
      next: () => {
        this.busy.set(false);
        this.current.set('');
        this.next.set('');
        this.said.set('The password is changed. Other browsers are signed out.');
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(fieldProblem(problem, '/current') ?? problem.message);
      },
    });
  }

  /** Leaves the page in any case; what cannot be signed out here now is signed out by its cookie's end. */
  protected signOut(): void {
    const leave = (): void => void this.router.navigateByUrl('/sign-in');
    this.accounts.signOut().subscribe({ next: leave, error: leave });
  }

  protected signOutEverywhere(): void {
    this.accounts.signOutEverywhere().subscribe({
      next: () => void this.router.navigateByUrl('/sign-in'),
      error: (problem: ApiProblem) => this.problem.set(problem.message),
    });
  }
}
