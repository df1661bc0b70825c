import { Directive, input } from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';

/** The word of a button that shows an icon alone: said to a screen reader, and shown to a pointer. */
@Directive({
  selector: '[nvTip]',
  hostDirectives: [{ directive: MatTooltip, inputs: ['matTooltip: nvTip'] }],
  host: { '[attr.aria-label]': 'nvTip()' },
})
export class Tip {
  readonly nvTip = input.required<string>();
}
