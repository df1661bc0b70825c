import { TestBed } from '@angular/core/testing';
import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT } from '@nuvrah/contract';
import { configure } from '../testing/fixtures';
import { EVEN_CLOCK, SharedTime } from './shared-time';

describe('the time that leader and phones share', () => {
  let http: HttpTestingController;
  let own = 0;
  let time: SharedTime;

  beforeEach(() => {
    jasmine.clock().install();
    jasmine.clock().mockDate(new Date(1_000_000));
    own = 1_000;
    http = configure(SharedTime, { provide: EVEN_CLOCK, useValue: () => own });
    time = TestBed.inject(SharedTime);
  });
  afterEach(() => jasmine.clock().uninstall());

  const pass = (millis: number): void => {
    for (let passed = 0; passed < millis; passed += 50) {
      own += 50;
      jasmine.clock().tick(50);
    }
  };
  /** Answers all questions that wait, by a clock so far ahead, after so long. */
  const answered = (ahead: number, after = 0): number => {
    const waiting = http.match(`${API_ROOT}/live/clock`);
    own += after;
    waiting.forEach((one) => one.flush({ now: own - after / 2 + ahead }));
    return waiting.length;
  };

  it('is not known before the server was asked, and then at once', () => {
    expect(time.now()).toBeNull();
    time.start();
    expect(answered(500, 40)).toBe(1);
    expect(time.known()).toBeTrue();
    expect(time.now()).toBeCloseTo(own + 500, 3);
  });

  it('is asked for quickly at first, then seldom, and goes on without a connection', () => {
    time.start();
    time.start();
    answered(500);
    pass(1_100);
    expect(answered(500)).toBe(7);
    pass(60_000);
    expect(answered(500)).toBe(12);
    pass(60_000);
    http.match(`${API_ROOT}/live/clock`).forEach((one) => one.error(new ProgressEvent('error')));
    expect(time.now()).toBeCloseTo(own + 500, 3);
  });

  it('is asked for anew where the device slept: its even clock stood still meanwhile', () => {
    time.start();
    answered(500);
    // The time of day went on by a minute, the even clock did not.
    jasmine.clock().mockDate(new Date(1_000_000 + 60_000));
    document.dispatchEvent(new Event('visibilitychange'));
    expect(time.now()).toBeNull();
    pass(200);
    answered(60_500);
    expect(Math.abs((time.now() ?? 0) - own - 60_500)).toBeLessThan(100);
  });
});
