import { TestBed } from '@angular/core/testing';
import { WakeLock } from './wake-lock';

/** A lock that the spec can take away, as the system does. */
class FakeLock extends EventTarget {
  readonly released = jasmine.createSpy('release').and.resolveTo(undefined);
  release = (): Promise<void> => this.released() as Promise<void>;
  takeAway(): void {
    this.dispatchEvent(new Event('release'));
  }
}

describe('the wake lock', () => {
  let locks: FakeLock[];
  let request: jasmine.Spy;
  let wakeLock: WakeLock;

  beforeEach(() => {
    locks = [];
    request = jasmine.createSpy('request').and.callFake(() => {
      const lock = new FakeLock();
      locks.push(lock);
      return Promise.resolve(lock);
    });
    spyOnProperty(navigator, 'wakeLock').and.returnValue({ request } as unknown as WakeLock & {
      request: never;
    });
    TestBed.configureTestingModule({ providers: [WakeLock] });
    wakeLock = TestBed.inject(WakeLock);
  });
  afterEach(() => wakeLock.release());

  const settled = (): Promise<void> =>
    new Promise((resolve) => queueMicrotask(() => queueMicrotask(resolve)));

  it('keeps the screen awake, and asks again when the system takes that away', async () => {
    wakeLock.keep();
    await settled();
    expect(wakeLock.awake()).toBeTrue();
    locks[0]?.takeAway();
    expect(wakeLock.awake()).toBeFalse();
    await settled();
    expect(wakeLock.awake()).toBeTrue();
    expect(request.calls.count()).toBe(2);
  });

  it('asks for no second lock while it holds one', async () => {
    wakeLock.keep();
    await settled();
    document.dispatchEvent(new Event('visibilitychange'));
    await settled();
    expect(request).toHaveBeenCalledTimes(1);
  });

  it('lets go at the end, also of a lock that arrives late, and asks no more', async () => {
    wakeLock.keep();
    wakeLock.release();
    await settled();
    expect(locks[0]?.released).toHaveBeenCalled();
    document.dispatchEvent(new Event('visibilitychange'));
    await settled();
    expect(wakeLock.awake()).toBeFalse();
    expect(request.calls.count()).toBe(1);
  });

  it('says that the screen may go dark where the lock is refused', async () => {
    request.and.rejectWith(new Error('battery'));
    wakeLock.keep();
    await settled();
    expect(wakeLock.awake()).toBeFalse();
  });
});
