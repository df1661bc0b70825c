import type { HttpTestingController } from '@angular/common/http/testing';
import { createEnvironmentInjector, EnvironmentInjector } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { API_ROOT } from '@nuvrah/contract';
import { classFromKept, classState, endOfClass, type ClassPlace, type ClassToKeep } from '@nuvrah/core';
import { EVEN_CLOCK, SharedTime } from '../../../api/shared-time';
import { BEGUN, LedClass } from '../../../testing/led-class';
import { ClassShow } from './class-show';

const CLASS = '7a2c3d4e-5f60-4711-8222-933344446666';
const AT = `${API_ROOT}/classes/${CLASS}/shown`;

describe('what is led, on second screens', () => {
  let led: LedClass;
  let http: HttpTestingController;
  /** What is destroyed with the page. */
  let page: EnvironmentInjector | null;

  beforeEach(async () => {
    led = await LedClass.of(SharedTime, { provide: EVEN_CLOCK, useValue: () => 1_000 });
    http = led.http;
    page = createEnvironmentInjector([ClassShow], TestBed.inject(EnvironmentInjector));
    page.get(ClassShow).of(CLASS);
    TestBed.tick();
  });
  const leave = (): void => {
    page?.destroy();
    page = null;
  };
  // Or its channel would go on answering the second screens of other specs.
  afterEach(() => {
    leave();
    led.end();
  });

  const timeIsKnown = (): void => {
    http.match(`${API_ROOT}/live/clock`).forEach((one) => one.flush({ now: 50_000 }));
    TestBed.tick();
  };
  const shown = () => {
    const asked = http.expectOne(AT);
    asked.flush(null, { status: 204, statusText: 'No Content' });
    return asked.request.body as { run: ClassToKeep; names: unknown; place: ClassPlace };
  };

  it('is told the server whole once the time is known, and with every change', () => {
    http.expectNone(AT);
    timeIsKnown();
    const { run, names, place } = shown();
    expect(endOfClass(classFromKept(run))).toBe(endOfClass(led.run()));
    expect(names).toEqual(BEGUN.names);
    expect(place.goesOn).toBeTrue();
    led.pass(12);
    led.runner.pauseOrResume();
    TestBed.tick();
    http.match(`${AT}/place`).forEach((one) => one.flush(null));
    const paused = shown();
    expect(classState(classFromKept(paused.run))).toBe('paused');
    expect(paused.place.goesOn).toBeFalse();
  });

  it('is told where it stands now and then: what does not change goes on by itself', () => {
    timeIsKnown();
    shown();
    led.pass(31);
    const places = http.match(`${AT}/place`);
    places.forEach((one) => one.flush(null));
    expect(places.length).withContext('one at a time').toBe(1);
    led.pass(10);
    const [again] = http.match(`${AT}/place`);
    expect((again?.request.body as { place: ClassPlace }).place.at).toBeGreaterThan(30_000);
  });

  it('is told all again where the server had forgotten it, and led on without a connection', () => {
    timeIsKnown();
    shown();
    led.pass(10);
    http.expectOne(`${AT}/place`).flush({}, { status: 404, statusText: 'Not Found' });
    led.pass(10);
    shown();
    led.pass(2);
    led.runner.pauseOrResume();
    TestBed.tick();
    http.expectOne(AT).error(new ProgressEvent('error'));
    expect(led.runner.state()).toBe('paused');
    led.pass(10);
    expect(shown().place.goesOn).toBeFalse();
  });

  it('is shown no more once its page is left', () => {
    timeIsKnown();
    shown();
    leave();
    expect(http.expectOne(`${AT}/end`).request.method).toBe('POST');
  });
});
