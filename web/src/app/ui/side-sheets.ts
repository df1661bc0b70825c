import { inject, Injectable, type TemplateRef } from '@angular/core';
import { MatDialog, type MatDialogConfig, type MatDialogRef } from '@angular/material/dialog';
import { filter, merge, of, switchMap, type Observable } from 'rxjs';
import { LEAVE_UNSAVED, Unsaved } from './unsaved';
import { Questions } from './questions';

/** How a dialog is opened as a sheet at the side of the page. */
const SIDE_SHEET: MatDialogConfig = {
  position: { right: '0', top: '0' },
  height: '100dvh',
  maxHeight: '100dvh',
  width: 'min(34rem, 100vw)',
  maxWidth: '100vw',
  panelClass: 'side-sheet',
  autoFocus: 'first-heading',
  restoreFocus: true,
};

/** Opens what is edited at the side of a page. What is typed there and not saved is asked for before it closes. */
@Injectable({ providedIn: 'root' })
export class SideSheets {
  private readonly dialog = inject(MatDialog);
  private readonly unsaved = inject(Unsaved);
  private readonly questions = inject(Questions);

  open(content: TemplateRef<unknown>): MatDialogRef<unknown> {
    const sheet = this.dialog.open(content, { ...SIDE_SHEET, disableClose: true });
    const escape = sheet.keydownEvents().pipe(filter(({ key }) => key === 'Escape'));
    merge(sheet.backdropClick(), escape)
      .pipe(
        switchMap(() => this.mayClose()),
        filter((may) => may),
      )
      .subscribe(() => sheet.close());
    return sheet;
  }

  /** What was edited is on record. */
  closeAll(): void {
    this.dialog.closeAll();
  }

  /** Whether nothing typed is lost, or is meant to be. */
  mayClose(): Observable<boolean> {
    return this.unsaved.any() ? this.questions.ask(LEAVE_UNSAVED) : of(true);
  }
}
