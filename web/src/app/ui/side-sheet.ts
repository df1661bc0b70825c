import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatIconModule } from '@angular/material/icon';
import { SideSheets } from './side-sheets';
import { kitWords } from '../words/kit-words';

/** The frame of what is edited at the side of a page: its name, the way out, and its content, which scrolls. */
@Component({
  selector: 'nv-side-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule, MatIconModule],
  template: `
    <header>
      <h2 mat-dialog-title tabindex="-1">{{ name() }}</h2>
      <button matIconButton type="button" [attr.aria-label]="words.close" (click)="close()">
        <mat-icon svgIcon="close" aria-hidden="true" />
      </button>
    </header>
    <mat-dialog-content>
      <ng-content />
    </mat-dialog-content>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      height: 100%;
    }
    header {
      display: flex;
      align-items: center;
      padding-right: 0.75rem;
      border-bottom: 1px solid var(--rule);
    }
    h2 {
      flex: 1;
    }
    mat-dialog-content {
      flex: 1;
      max-height: none;
      padding-block: 1rem;
    }
  `,
})
export class SideSheet {
  readonly name = input.required<string>();
  protected readonly words = kitWords.field;
  private readonly sheets = inject(SideSheets);
  private readonly self = inject<MatDialogRef<unknown>>(MatDialogRef);

  protected close(): void {
    this.sheets.mayClose().subscribe((may) => may && this.self.close());
  }
}
