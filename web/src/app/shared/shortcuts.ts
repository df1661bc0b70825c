import { ChangeDetectionStrategy, Component, inject, Injectable } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog, MatDialogModule } from '@angular/material/dialog';

interface Shortcut {
  readonly keys: string;
  readonly does: string;
}

const SHORTCUTS: readonly { readonly place: string; readonly shortcuts: readonly Shortcut[] }[] = [
  {
    place: 'Everywhere',
    shortcuts: [
      { keys: '?', does: 'this list' },
      { keys: 'S', does: 'signs to stop at, and what to do' },
      { keys: 'Esc', does: 'closes what is open' },
    ],
  },
  {
    place: 'Bench',
    shortcuts: [
      { keys: '← →', does: 'walk the phases of the score; Home and End go to its ends' },
      { keys: '↑ ↓ + −', does: 'more or fewer counts, on the score and in a field; with Shift by halves' },
      { keys: 'Ctrl Z', does: 'undo; with Shift redo' },
      { keys: 'Ctrl wheel', does: 'zoom the score; Shift wheel moves it' },
    ],
  },
  {
    place: 'Capacity check',
    shortcuts: [{ keys: 'space', does: 'begins and ends a try; counts an inhale' }],
  },
  {
    place: 'Lead',
    shortcuts: [
      { keys: 'space', does: 'starts, pauses, goes on; ends an open hold or a rest' },
      { keys: 'P', does: 'pauses while space ends an open hold' },
      { keys: 'T', does: 'ends this turn of strokes' },
      { keys: 'E', does: 'ease down from the next round' },
      { keys: 'N', does: 'one more round' },
      { keys: 'F', does: 'finish after this round' },
      { keys: 'Esc', does: 'stop' },
    ],
  },
];

@Component({
  selector: 'nv-shortcut-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Keys</h2>
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
      <button matButton mat-dialog-close type="button">Close</button>
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
  protected readonly groups = SHORTCUTS;
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
