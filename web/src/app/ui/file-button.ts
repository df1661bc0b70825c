import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  DOCUMENT,
  inject,
  input,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';

/** A button that lets a file be chosen. The same file may be chosen again: it may have been mended meanwhile. */
@Component({
  selector: 'nv-file-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatIconModule],
  template: `
    <button matButton="outlined" type="button" [disabled]="disabled()" (click)="choose()">
      <mat-icon svgIcon="file" aria-hidden="true" />
      {{ label() }}
    </button>
  `,
})
export class FileButton {
  readonly label = input.required<string>();
  /** Endings and media types, as in ".csv,text/csv". */
  readonly accept = input.required<string>();
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly fileChosen = output<File>();

  private readonly document = inject(DOCUMENT);

  protected choose(): void {
    const box = this.document.createElement('input');
    box.type = 'file';
    box.accept = this.accept();
    box.addEventListener('change', () => {
      const [file] = box.files ?? [];
      if (file) this.fileChosen.emit(file);
    });
    box.click();
  }
}
