import { inject, Injectable, type TemplateRef } from '@angular/core';
import { MatDialog, type MatDialogRef } from '@angular/material/dialog';
import { pickerWords } from '../../words/picker-words';

/** Opens the picker of techniques over the page. */
@Injectable({ providedIn: 'root' })
export class PickerDialog {
  private readonly dialog = inject(MatDialog);

  open(picker: TemplateRef<unknown>): MatDialogRef<unknown> {
    return this.dialog.open(picker, {
      ariaLabel: pickerWords.title,
      width: 'min(60rem, 96vw)',
      maxWidth: '96vw',
      autoFocus: 'input',
      restoreFocus: true,
    });
  }
}
