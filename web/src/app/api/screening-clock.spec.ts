import { TestBed } from '@angular/core/testing';
import { configure } from '../testing/fixtures';
import { NOW } from './now';
import { ScreeningClock } from './screening-clock';

describe('today', () => {
  beforeEach(() => jasmine.clock().install());
  afterEach(() => jasmine.clock().uninstall());

  it('is the day where the instructor works, and follows the clock over midnight', () => {
    // London is an hour ahead of UTC in summer.
    let now = Date.parse('2026-06-10T22:59:50Z');
    configure({ provide: NOW, useValue: () => now });
    const clock = TestBed.inject(ScreeningClock);
    expect(clock.today() as string).toBe('2026-06-10');
    expect(clock.day().today as string).toBe('2026-06-10');
    now += 20_000;
    jasmine.clock().tick(20_000);
    expect(clock.today() as string).toBe('2026-06-11');
    expect(clock.day().today as string).toBe('2026-06-11');
    expect(clock.day().now).toBe(now);
  });
});
