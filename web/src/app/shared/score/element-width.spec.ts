import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { elementWidth } from './element-width';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '{{ width() }}',
  styles: ':host { display: block; width: 20rem; }',
})
class Picture {
  readonly width = elementWidth();
}

describe('the width of an element', () => {
  it('is its own before it is first painted, and follows it', async () => {
    const picture = TestBed.createComponent(Picture);
    const host = picture.nativeElement as HTMLElement;
    picture.autoDetectChanges();
    expect(picture.componentInstance.width()).toBe(320);
    expect(host.textContent).toBe('320');
    host.style.width = '30rem';
    while (picture.componentInstance.width() === 320)
      await new Promise((resolve) => requestAnimationFrame(resolve));
    expect(picture.componentInstance.width()).toBe(480);
  });
});
