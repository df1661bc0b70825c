import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { KitControl } from './kit-control';

/** Text by which a list is narrowed, told with every letter. */
@Component({
  selector: 'nv-find-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        #box
        matInput
        type="search"
        autocomplete="off"
        [attr.aria-label]="label()"
        [value]="current() ?? ''"
        [disabled]="isDisabled()"
        (input)="change(box.value)"
        (blur)="touched()"
      />
    </mat-form-field>
  `,
  styleUrl: './field.scss',
})
export class FindField extends KitControl<string> {
  readonly label = input.required<string>();
}
