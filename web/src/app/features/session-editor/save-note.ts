import { clockInWords } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NOT_KEPT } from '../../shared/offline-queue/words';
import type { SaveState } from './session-draft';

/** The state of saving, in words. */
@Component({
  selector: 'nv-save-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span class="soft" role="status">{{ text() }}</span>`,
})
export class SaveNote {
  readonly state = input.required<SaveState>();

  protected readonly text = computed(() => {
    const state = this.state();
    switch (state.kind) {
      case 'saved':
        return `Saved ${clockInWords(state.at.getTime())}`;
      case 'unsaved':
      case 'saving':
        return 'Saving …';
      case 'away':
        return state.kept ? 'Kept in this browser: the server is away.' : NOT_KEPT;
      case 'stale':
        return 'Not saved: changed elsewhere.';
      case 'refused':
        return 'Not saved.';
    }
  });
}
