import { ApplicationRef, ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NextFrame } from './next-frame';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NextFrame],
  template: `<p>Around</p>
    <b *nvNextFrame>{{ said() }}</b>`,
})
class Page {
  readonly said = signal('Inside');
}

describe('what is made in the next frame', () => {
  const inside = (page: { nativeElement: HTMLElement }): string | undefined =>
    page.nativeElement.querySelector('b')?.textContent;

  it('comes after what stands around it, and changes with it', async () => {
    const page = TestBed.createComponent(Page);
    page.detectChanges();
    expect(page.nativeElement.textContent).toContain('Around');
    expect(inside(page)).toBeUndefined();
    await page.whenStable();
    expect(inside(page)).toBe('Inside');
    page.componentInstance.said.set('Changed');
    await page.whenStable();
    expect(inside(page)).toBe('Changed');
  });

  it('is not made where the page went before', async () => {
    const page = TestBed.createComponent(Page);
    page.detectChanges();
    page.destroy();
    await TestBed.inject(ApplicationRef).whenStable();
    expect(inside(page)).toBeUndefined();
  });
});
