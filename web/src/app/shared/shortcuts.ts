import { keysOf } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, inject, Injectable } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog, MatDialogModule } from '@angular/material/dialog';
import { shortcutWords } from '../words/shortcut-words';
import { keyLabel, SHORTCUT_KEYS } from './shortcut-keys';

const PLACES = keysOf(SHORTCUT_KEYS);

/** The list of keys, from where they are registered. */
const GROUPS = PLACES.map((place) => ({
  place: shortcutWords[place].place,
  shortcuts: Object.entries<readonly string[]>(SHORTCUT_KEYS[place]).map(([name, keys]) => ({
    keys: keys.map(keyLabel).join('  '),
    does: (shortcutWords[place] as Readonly<Record<string, string>>)[name] ?? '',
  })),
}));
const WHEEL = {
  place: shortcutWords.wheel.place,
  shortcuts: [shortcutWords.wheel.zoom, shortcutWords.wheel.move].map(([keys = '', does = '']) => ({
    keys,
    does,
  })),
};

@Component({
  selector: 'nv-shortcut-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>{{ words.title }}</h2>
    <mat-dialog-content tabindex="0">
      @for (group of groups; track group.place) {
        <h3>{{ group.place }}</h3>
        <dl>
          @for (shortcut of group.shortcuts; track shortcut.keys) {
            <dt>
              <kbd>{{ shortcut.keys }}</kbd>
            </dt>
            <dd>{{ shortcut.does }}</dd>
          }
        </dl>
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton mat-dialog-close type="button">{{ words.close }}</button>
    </mat-dialog-actions>
  `,
  styles: `
    h3 {
      margin: 1rem 0 0.375rem;
      color: var(--ink);
    }
    dl {
      display: grid;
      grid-template-columns: 7rem 1fr;
      gap: 0.375rem 1rem;
      margin: 0;
      color: var(--ink);
    }
    dd {
      margin: 0;
    }
    kbd {
      font: 600 1rem/1.4 var(--sans);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.0625rem 0.5rem;
      white-space: nowrap;
    }
  `,
})
export class ShortcutList {
  protected readonly words = shortcutWords;
  protected readonly groups = [...GROUPS, WHEEL];
}

/** Opens the list of keys, once. */
@Injectable({ providedIn: 'root' })
export class Shortcuts {
  private readonly dialog = inject(MatDialog);

  show(): void {
    if (this.dialog.openDialogs.length === 0) {
      this.dialog.open(ShortcutList, { autoFocus: 'dialog', restoreFocus: true, maxWidth: '40rem' });
    }
  }
}
