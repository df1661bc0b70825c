import { ChangeDetectionStrategy, afterNextRender, Component, inject, Injector } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { AppearanceChoice } from './shared/appearance';
import { shortcutOf } from './shared/shortcut-keys';

const signCard = () => import('./shared/sign-card');

@Component({
  selector: 'nv-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet],
  template: '<router-outlet />',
  host: { '(document:keydown)': 'key($event)' },
})
export class App {
  private readonly injector = inject(Injector);

  constructor() {
    inject(AppearanceChoice);
    // In an emergency, or when something typed is to be left, the server may be away: both are there before they are needed.
    afterNextRender(() =>
      requestIdleCallback(() => {
        void signCard();
        void import('./ui/question-dialog');
      }),
    );
  }

  /** The list of keys and the card of signs are no part of the first load. */
  protected key(event: KeyboardEvent): void {
    const typing =
      event.target instanceof Element && event.target.closest('input, textarea, [role=combobox]');
    const shortcut = typing ? null : shortcutOf('everywhere', event);
    if (shortcut === 'list')
      void import('./shared/shortcuts').then(({ Shortcuts }) => this.injector.get(Shortcuts).show());
    else if (shortcut === 'signs')
      void signCard().then(({ SignCards }) => this.injector.get(SignCards).show());
  }
}
