import { afterNextRender, DestroyRef, ElementRef, inject, signal, type Signal } from '@angular/core';

/**
 * Width of the host element, kept up to date, in pixels at the usual size of text: at twice the size it is half as many,
 * so that what is drawn in these units and scaled to the host grows with the text.
 */
export function elementWidth(initial = 800): Signal<number> {
  const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  const destroyed = inject(DestroyRef);
  const width = signal(initial);
  const is = (pixels: number): void => {
    if (pixels > 0) width.set(pixels / textScale());
  };
  afterNextRender(() => {
    // Before it is first painted: drawn for another width, it would jump.
    is(element.clientWidth);
    const observer = new ResizeObserver(([entry]) => is(entry?.contentRect.width ?? 0));
    observer.observe(element);
    destroyed.onDestroy(() => observer.disconnect());
  });
  return width.asReadonly();
}

const USUAL_TEXT = 16;
const textScale = (): number => parseFloat(getComputedStyle(document.documentElement).fontSize) / USUAL_TEXT;
