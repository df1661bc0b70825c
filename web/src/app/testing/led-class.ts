import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Student } from '@nuvrah/contract';
import {
  alignLanes,
  beginClass,
  DEFAULT_CONVENTIONS,
  meetingsOf,
  screeningCaseOf,
  type ClassRun,
} from '@nuvrah/core';
import { NOW } from '../api/now';
import { ClassRecords } from '../features/lead/class/class-records';
import { ClassRunner } from '../features/lead/class/class-runner';
import { ClassScreening } from '../features/lead/class/class-screening';
import { Stages } from '../shared/playback/stage';
import { WakeLock } from '../shared/playback/wake-lock';
import { FakeStage } from './fake-stage';
import { configure, dayCheck, ids, NOON, session, sittingOf, student, TODAY } from './fixtures';

export const OTHER = '2b2c3d4e-5f60-4711-8222-933344445555';
export const OTHER_SITTING = '8c7c7c7c-1234-4321-8abc-def012345678';
const LITTLE = { ...student.capacity, inhale: 3, exhale: 3.5 } as Student['capacity'];

/** Two people, of whom one can less: two lanes. */
export const IN_THE_CLASS: readonly Student[] = [
  { ...student, dayCheck },
  { ...student, id: OTHER, name: 'Wren', dayCheck, capacity: LITTLE },
];
export const BEGUN = {
  sessionId: ids.session,
  sittings: [
    { id: ids.sitting, studentId: ids.student, version: 1 },
    { id: OTHER_SITTING, studentId: OTHER, version: 1 },
  ],
  names: { [ids.student]: 'Hesper', [OTHER]: 'Wren' },
};

/** A class of two that is being led, its clock moved by the spec. */
export class LedClass {
  private constructor(
    readonly http: HttpTestingController,
    readonly runner: ClassRunner,
    readonly stage: FakeStage,
    /** As it began. */
    readonly begun: ClassRun,
  ) {}

  /** Takes the clock of the spec until {@link end}. @param providers what is tried beside the class itself. */
  static async of(...providers: unknown[]): Promise<LedClass> {
    jasmine.clock().install();
    localStorage.clear();
    const stage = new FakeStage();
    const http = configure(
      ClassRunner,
      ClassRecords,
      ClassScreening,
      { provide: Stages, useValue: { open: () => Promise.resolve(stage) } },
      { provide: WakeLock, useValue: { keep: () => undefined, release: () => undefined, awake: () => true } },
      { provide: NOW, useValue: () => NOON },
      ...providers,
    );
    const runner = TestBed.inject(ClassRunner);
    const day = { today: TODAY, now: NOON, profile: DEFAULT_CONVENTIONS };
    const students = IN_THE_CLASS.map((one) => ({
      id: one.id,
      screening: screeningCaseOf(session, one, [], day),
    }));
    const newId = (): string => crypto.randomUUID();
    const aligned = alignLanes({ session, students, profile: DEFAULT_CONVENTIONS, ownSound: false, newId });
    const run = beginClass(aligned, {
      session,
      conventions: DEFAULT_CONVENTIONS,
      handOf: () => 'right',
    });
    await runner.start(run, BEGUN, IN_THE_CLASS);
    return new LedClass(http, runner, stage, run);
  }

  end(): void {
    jasmine.clock().uninstall();
  }

  run(): ClassRun {
    return this.runner.run() as ClassRun;
  }

  pass(seconds: number): void {
    for (let step = 0; step < seconds * 5; step++) {
      this.stage.time += 0.2;
      jasmine.clock().tick(200);
    }
  }

  /** Seconds until all begin a round together for the first time. */
  firstMeeting(): number {
    return (meetingsOf(this.begun)[0]?.at ?? 0) / 1000;
  }

  /** The records that are being sent, each answered. */
  records(): readonly { readonly student: string; readonly body: unknown }[] {
    return BEGUN.sittings.flatMap(({ id, studentId }) =>
      this.http.match(`${API_ROOT}/sittings/${id}`).map((asked) => {
        const body = asked.request.body as { readonly version: number };
        asked.flush({ ...sittingOf(), id, studentId, version: body.version + 1 });
        return { student: studentId, body };
      }),
    );
  }
}
