import { ChangeDetectionStrategy, Component, effect, input, signal } from '@angular/core';
import { kitWords } from '../words/kit-words';

/** Modules left free around it, as readers want it. */
const QR_MARGIN = 4;

/** An address as a square that a phone's camera reads; always dark on light, or cameras do not find it. */
@Component({
  selector: 'nv-qr-code',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (square(); as square) {
      <svg [attr.viewBox]="square.box" role="img" [attr.aria-label]="label()" shape-rendering="crispEdges">
        <rect fill="#fff" [attr.width]="square.size" [attr.height]="square.size" />
        <path fill="#000" [attr.d]="square.path" />
      </svg>
    }
  `,
  styles: `
    :host {
      display: block;
      width: 9rem;
      aspect-ratio: 1;
    }
    svg {
      display: block;
      width: 100%;
    }
  `,
})
export class QrCode {
  readonly address = input.required<string>();
  readonly label = input(kitWords.qrCode.squareToScan);

  protected readonly square = signal<Square | null>(null);

  constructor() {
    effect((onCleanup) => {
      const address = this.address();
      let wanted = true;
      onCleanup(() => (wanted = false));
      void import('qrcode').then(({ default: { create } }) => {
        if (wanted) this.square.set(squareOf(create(address, { errorCorrectionLevel: 'M' }).modules));
      });
    });
  }
}

interface Square {
  readonly size: number;
  readonly box: string;
  readonly path: string;
}

/** Dark modules, row by row, each run of them as one stroke. */
function squareOf({ size, data }: { readonly size: number; readonly data: ArrayLike<number> }): Square {
  let path = '';
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const from = x;
      while (x < size && data[y * size + x]) x++;
      if (x > from) path += `M${from + QR_MARGIN} ${y + QR_MARGIN}h${x - from}v1h${from - x}z`;
    }
  const whole = size + 2 * QR_MARGIN;
  return { size: whole, box: `0 0 ${whole} ${whole}`, path };
}
