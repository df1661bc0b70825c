import { ChangeDetectionStrategy, Component, inject, Injector } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { AccountStore } from '../api/account';
import { WaitingNote } from '../shared/offline-queue/waiting-note';
import { PageTrouble } from './page-trouble';

@Component({
  selector: 'nv-shell',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink, RouterLinkActive, RouterOutlet, WaitingNote],
  template: `
    <a class="skip" href="#main" (click)="skip($event)">Skip to the page</a>
    <nav aria-label="Main">
      <a class="brand" routerLink="/">Nuvrah</a>
      @for (place of places; track place.path) {
        <a class="place" [routerLink]="place.path" routerLinkActive="here" ariaCurrentWhenActive="page">{{
          place.name
        }}</a>
      }
      <span class="grow"></span>
      <button matButton type="button" (click)="showSigns()">Signs <kbd>S</kbd></button>
      <button matButton type="button" (click)="showKeys()">Keys <kbd>?</kbd></button>
      <a class="who" routerLink="/account" routerLinkActive="here">{{ account.required().name }}</a>
      <button matButton type="button" (click)="signOut()">Sign out</button>
    </nav>
    <main id="main" tabindex="-1">
      <nv-waiting-note />
      @if (trouble.message(); as text) {
        <p class="notice problem trouble" role="alert">
          {{ text }} <button matButton type="button" (click)="trouble.clear()">Close</button>
        </p>
      }
      <router-outlet />
    </main>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 6.5rem minmax(0, 1fr);
      min-height: 100vh;
    }
    nav {
      border-right: 1px solid var(--rule);
      display: flex;
      flex-direction: column;
      position: sticky;
      top: 0;
      height: 100vh;
      padding-bottom: 0.75rem;
    }
    .brand {
      font: 600 1.25rem/1 var(--serif);
      padding: 1.4rem 0.85rem 1.5rem;
      text-decoration: none;
    }
    .place {
      padding: 0.6rem 1rem;
      color: var(--soft-ink);
      text-decoration: none;
      border-left: 3px solid transparent;
    }
    .place:hover {
      color: var(--ink);
    }
    .here {
      color: var(--ink);
      font-weight: 600;
      border-color: var(--ink);
    }
    .grow {
      flex: 1;
    }
    .who {
      padding: 0 1rem 0.25rem;
      font-size: 0.9375rem;
      line-height: 1.25;
    }
    .trouble {
      margin: 1rem 1.25rem 0;
    }
    main:focus {
      outline: none;
    }
    .skip {
      position: absolute;
      left: -99rem;
    }
    .skip:focus {
      left: 0.5rem;
      top: 0.5rem;
      background: var(--sheet);
      padding: 0.5rem 1rem;
      z-index: 2;
    }
    @media (max-width: 48rem) {
      :host {
        grid-template-columns: minmax(0, 1fr);
        grid-template-rows: auto 1fr;
      }
      nav {
        position: static;
        height: auto;
        flex-direction: row;
        flex-wrap: wrap;
        align-items: center;
        border-right: 0;
        border-bottom: 1px solid var(--rule);
        padding-bottom: 0;
      }
      .brand {
        padding-block: 1rem;
      }
      .place {
        border-left: 0;
        border-bottom: 3px solid transparent;
      }
    }
  `,
})
export class Shell {
  protected readonly account = inject(AccountStore);
  protected readonly trouble = inject(PageTrouble);
  private readonly router = inject(Router);
  private readonly injector = inject(Injector);

  /** In the order of the work. */
  protected readonly places = [
    { path: '/today', name: 'Today' },
    { path: '/students', name: 'Students' },
    { path: '/bench', name: 'Bench' },
    { path: '/lead', name: 'Lead' },
    { path: '/ledger', name: 'Ledger' },
    { path: '/shelf', name: 'Shelf' },
  ];

  protected showKeys(): void {
    void import('./shortcuts').then(({ Shortcuts }) => this.injector.get(Shortcuts).show());
  }

  protected showSigns(): void {
    void import('../shared/sign-card').then(({ SignCards }) => this.injector.get(SignCards).show());
  }

  protected skip(event: Event): void {
    event.preventDefault();
    document.getElementById('main')?.focus();
  }

  protected signOut(): void {
    // Leaves the page in any case; what cannot be signed out here now is signed out by its cookie's end.
    const leave = (): void => void this.router.navigateByUrl('/sign-in');
    this.account.signOut().subscribe({ next: leave, error: leave });
  }
}
