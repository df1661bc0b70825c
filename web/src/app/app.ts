import { ChangeDetectionStrategy, afterNextRender, Component, inject, Injector } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { AppearanceChoice } from './shared/appearance';
import { shortcutOf } from './shared/shortcut-keys';
import { SignCards } from './shared/sign-cards';

@Component({
  selector: 'nv-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet],
  template: '<router-outlet />',
  host: { '(document:keydown)': 'key($event)' },
})
export class App {
  private readonly injector = inject(Injector);
  private readonly signCards = inject(SignCards);

  constructor() {
    inject(AppearanceChoice);
    // In an emergency, or when something typed is to be left, the server may be away: both are there before they are needed.
    afterNextRender(() =>
      requestIdleCallback(() => {
        void this.signCards.load();
        void import('./ui/question-dialog');
      }),
    );
  }

  /** The list of keys is no part of the first load. */
  protected key(event: KeyboardEvent): void {
    const typing =
      event.target instanceof Element && event.target.closest('input, textarea, [role=combobox]');
    const shortcut = typing ? null : shortcutOf('everywhere', event);
    if (shortcut === 'list')
      void import('./shared/shortcuts').then(({ Shortcuts }) => this.injector.get(Shortcuts).show());
    else if (shortcut === 'signs') void this.signCards.show();
  }
}
