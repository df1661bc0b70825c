import { clockInWords } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NOT_KEPT } from '../../shared/offline-queue/words';
import type { SaveState } from './session-draft';
import { benchWords } from '../../words/bench-words';

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
        return benchWords.saveNote.saved(clockInWords(state.at.getTime()));
      case 'unsaved':
      case 'saving':
        return benchWords.saveNote.saving;
      case 'away':
        return state.kept ? benchWords.saveNote.keptInThisBrowser : NOT_KEPT;
      case 'stale':
        return benchWords.saveNote.notSavedChangedElsewhere;
      case 'refused':
        return benchWords.saveNote.notSaved;
    }
  });
}
