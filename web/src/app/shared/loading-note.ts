import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Loaded } from '../api/loaded';
import { frameWords } from '../words/frame-words';

/** What stands where something is still loading or could not be loaded. */
@Component({
  selector: 'nv-loading-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    @let now = state();
    @switch (now.kind) {
      @case ('loading') {
        <p class="soft" role="status">{{ words.loading }}</p>
      }
      @case ('failed') {
        <div class="notice problem" role="alert">
          <p>{{ now.message }}</p>
          <button matButton="outlined" type="button" (click)="retry.emit()">{{ words.tryAgain }}</button>
        </div>
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p[role='status'],
    .notice {
      margin: 1.25rem;
    }
  `,
})
export class LoadingNote {
  protected readonly words = frameWords.loadingNote;
  readonly state = input.required<Loaded<unknown>>();
  readonly retry = output();
}
