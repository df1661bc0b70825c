import { keysOf } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, inject, Injector } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { WaitingNote } from '../shared/offline-queue/waiting-note';
import { frameWords } from '../words/frame-words';
import { PageTrouble } from './page-trouble';
import { ScrollKeeper } from './scroll-keeper';
import { shortcutOf } from '../shared/shortcut-keys';
import { SignCards } from '../shared/sign-cards';
import { NextFrame } from '../ui/next-frame';

/** What stands around every page: the rail with the places of the work, the signs and the account. On a phone it lies below. */
@Component({
  selector: 'nv-shell',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButtonModule,
    MatIconModule,
    NextFrame,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    WaitingNote,
  ],
  template: `
    <a class="skip" href="#main" (click)="skip($event)">{{ words.skip }}</a>
    <nav [attr.aria-label]="words.main">
      <a class="brand" routerLink="/">{{ said.nuvrah }}</a>
      @for (place of places; track place) {
        <a class="place" [routerLink]="'/' + place" routerLinkActive="here" ariaCurrentWhenActive="page">
          <mat-icon [svgIcon]="place" aria-hidden="true" />
          <span>{{ words.places[place] }}</span>
        </a>
      }
      <span class="grow"></span>
      <button class="place signs" type="button" aria-keyshortcuts="s" (click)="showSigns()">
        <mat-icon svgIcon="signs" aria-hidden="true" />
        <span>{{ words.signs }}</span>
      </button>
      <a class="place" routerLink="/account" routerLinkActive="here" ariaCurrentWhenActive="page">
        <mat-icon svgIcon="person" aria-hidden="true" />
        <span>{{ words.you }}</span>
      </a>
    </nav>
    <main id="main" tabindex="-1">
      <nv-waiting-note />
      @if (trouble.message(); as text) {
        <p class="notice problem trouble" role="alert">
          {{ text }} <button matButton type="button" (click)="trouble.clear()">{{ words.close }}</button>
        </p>
      }
      <router-outlet *nvNextFrame />
    </main>
  `,
  styleUrl: './shell.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class Shell {
  protected readonly said = frameWords.shell;
  protected readonly trouble = inject(PageTrouble);
  private readonly injector = inject(Injector);
  private readonly signCards = inject(SignCards);
  protected readonly words = frameWords;

  /** In the order of the work; each is its icon too. */
  protected readonly places = keysOf(frameWords.places);

  constructor() {
    inject(ScrollKeeper);
  }

  protected showSigns(): void {
    void this.signCards.show();
  }

  /** Ctrl K from anywhere, / where nothing is typed. */
  protected key(event: KeyboardEvent): void {
    const typing = event.target instanceof Element && event.target.closest('input, textarea');
    // A letter is typed; together with Ctrl it is not.
    const wanted = shortcutOf('everywhere', event) === 'search' && !(typing && event.key === '/');
    if (!wanted) return;
    event.preventDefault();
    void import('../shared/search/search-dialog').then(({ Search }) => this.injector.get(Search).open());
  }

  protected skip(event: Event): void {
    event.preventDefault();
    document.getElementById('main')?.focus();
  }
}
