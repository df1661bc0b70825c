import readSquare from 'jsqr';
import { configure } from '../testing/fixtures';
import { Shown } from '../testing/shown';
import { QrCode } from './qr-code';

/** Pixels of a module: more than a camera needs. */
const SCALE = 4;

describe('a link as a square to scan', () => {
  /** What a reader that is not ours makes of the picture. */
  async function readFrom(svg: SVGElement): Promise<string | undefined> {
    const size = Number(svg.getAttribute('viewBox')?.split(' ')[2]) * SCALE;
    svg.setAttribute('width', String(size));
    svg.setAttribute('height', String(size));
    const image = new Image();
    image.src = `data:image/svg+xml,${encodeURIComponent(new XMLSerializer().serializeToString(svg))}`;
    await image.decode();
    const canvas = new OffscreenCanvas(size, size);
    const context = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D;
    context.drawImage(image, 0, 0);
    return readSquare(context.getImageData(0, 0, size, size).data, size, size)?.data;
  }

  for (const address of [
    'http://127.0.0.1:4310/home/2v3wtdP_N5TMOBSCIWRzN7LQCwHuy7t2r8zOJYjnlXA',
    'https://a-rather-long-name.of-a-breath-room.example.org/home/zzzwtdP-N5TMOBSCIWRzN7LQCwHuy7t2r8zOJYjnlXA',
  ])
    it(`is read as ${address}`, async () => {
      configure();
      const shown = new Shown(QrCode, { address });
      const drawn = (): SVGElement | null => shown.page.querySelector('svg');
      while (!drawn()) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        shown.fixture.detectChanges();
      }
      expect(await readFrom(drawn() as SVGElement)).toBe(address);
    });
});
