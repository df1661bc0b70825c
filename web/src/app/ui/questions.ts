import { inject, Injectable, Injector } from '@angular/core';
import { from, map, switchMap, type Observable } from 'rxjs';
import type { MatDialogConfig } from '@angular/material/dialog';

/** What is asked before something is done that cannot be undone. */
export interface Question {
  readonly title: string;
  readonly text?: string;
  /** What the button that does it says. */
  readonly yes: string;
  readonly no?: string;
}

/** Asks, in a dialog. The dialog is loaded when the first question is put. */
@Injectable({ providedIn: 'root' })
export class Questions {
  private readonly injector = inject(Injector);

  /** @returns whether it was answered with yes; tells once, also when the dialog is closed without an answer */
  ask(question: Question): Observable<boolean> {
    const config: MatDialogConfig<Question> = { data: question, maxWidth: '30rem', restoreFocus: true };
    return from(Promise.all([import('@angular/material/dialog'), import('./question-dialog')])).pipe(
      switchMap(([{ MatDialog }, { QuestionDialog }]) =>
        this.injector.get(MatDialog).open(QuestionDialog, config).afterClosed(),
      ),
      map((answer) => answer === true),
    );
  }
}
