import { Component, inject, Injector } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { AppearanceChoice } from './shell/appearance';

@Component({
  selector: 'nv-root',
  imports: [RouterOutlet],
  template: '<router-outlet />',
  host: { '(document:keydown)': 'key($event)' },
})
export class App {
  private readonly injector = inject(Injector);

  constructor() {
    inject(AppearanceChoice);
  }

  /** The list of keys is loaded when it is first asked for. */
  protected key(event: KeyboardEvent): void {
    if (event.key !== '?') return;
    void import('./shell/shortcuts').then(({ Shortcuts }) => this.injector.get(Shortcuts).key(event));
  }
}
