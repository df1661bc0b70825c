import { ChangeDetectionStrategy, afterNextRender, Component, inject, Injector } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { AppearanceChoice } from './shared/appearance';

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
    // In an emergency the server may be away: the card is there before it is asked for.
    afterNextRender(() => requestIdleCallback(() => void signCard()));
  }

  /** The list of keys and the card of signs are no part of the first load. */
  protected key(event: KeyboardEvent): void {
    const typing =
      event.target instanceof Element && event.target.closest('input, textarea, [role=combobox]');
    if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === '?')
      void import('./shared/shortcuts').then(({ Shortcuts }) => this.injector.get(Shortcuts).show());
    else if (event.key.toLowerCase() === 's')
      void signCard().then(({ SignCards }) => this.injector.get(SignCards).show());
  }
}
