import { TestBed } from '@angular/core/testing';
import { LeadingTab } from './leading-tab';

describe('the tab that leads', () => {
  const tab = (): LeadingTab => {
    TestBed.resetTestingModule().configureTestingModule({ providers: [LeadingTab] });
    return TestBed.inject(LeadingTab);
  };

  it('is one, asked twice too, until it lets go', async () => {
    const one = tab();
    expect(await one.take()).toBeTrue();
    expect(await one.take()).toBeTrue();
    const other = TestBed.runInInjectionContext(() => new LeadingTab());
    expect(await other.take()).toBeFalse();
    await one.release();
    expect(await other.take()).toBeTrue();
    await other.release();
  });
});
