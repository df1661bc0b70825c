import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { kitWords } from '../words/kit-words';
import type { Question } from './questions';

@Component({
  selector: 'nv-question-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>{{ question.title }}</h2>
    @if (question.text) {
      <mat-dialog-content>{{ question.text }}</mat-dialog-content>
    }
    <mat-dialog-actions align="end">
      <button matButton type="button" mat-dialog-close>{{ question.no ?? words.cancel }}</button>
      <button matButton="filled" type="button" [mat-dialog-close]="true">{{ question.yes }}</button>
    </mat-dialog-actions>
  `,
})
export class QuestionDialog {
  protected readonly question = inject<Question>(MAT_DIALOG_DATA);
  protected readonly words = kitWords.field;
}
