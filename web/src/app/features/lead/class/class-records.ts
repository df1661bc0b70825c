import { computed, inject, Injectable, signal } from '@angular/core';
import type { Feelings } from '@nuvrah/contract';
import { recordOf, stopClass, type ClassRun } from '@nuvrah/core';
import { markOf } from '../../../api/mark-of';
import { OfflineQueue } from '../../../shared/offline-queue/offline-queue';
import { feltOrNull, NOT_FELT } from '../../../shared/sitting-record/felt-fields';
import { ClassKeeper } from './class-keeper';
import { ClassRunner } from './class-runner';

/** What is told of one student after the class. */
export interface Told {
  readonly effort: number | null;
  readonly felt: Feelings;
  readonly note: string;
}

const NOTHING_TOLD: Told = { effort: null, felt: NOT_FELT, note: '' };

/** Where the record of one student is. */
type Where = 'on-its-way' | 'there' | 'waiting' | 'lost' | 'refused';

/** The records of a class: one for each who was here, kept in this browser until the server has it. */
@Injectable()
export class ClassRecords {
  private readonly runner = inject(ClassRunner);
  private readonly queue = inject(OfflineQueue);
  private readonly keeper = inject(ClassKeeper);

  private readonly told = signal<ReadonlyMap<string, Told>>(new Map());
  private readonly where = signal<ReadonlyMap<string, Where>>(new Map());
  /** What was handed over last of each student. */
  private readonly handed = signal<ReadonlyMap<string, string>>(new Map());
  private readonly under = new Set<string>();
  /** Sittings of which something was told while their record was on its way: they are kept once more. */
  private readonly again = new Set<string>();

  readonly states = computed(() => {
    const all = [...this.where().values()];
    const lost = [...this.where()].flatMap(([id, where]) =>
      where === 'lost' || where === 'refused' ? [id] : [],
    );
    return { busy: all.includes('on-its-way'), waiting: all.includes('waiting'), lost };
  });
  /** Whether something was told that is not on record, nor kept. */
  readonly unsaved = computed(
    () =>
      this.states().lost.length > 0 ||
      [...this.told().keys()].some((id) => this.handed().get(id) !== this.mark(id)),
  );
  /** Whether every record is on the server, or on its way there in this browser. */
  readonly safe = computed(
    () =>
      this.where().size > 0 &&
      [...this.where().values()].every((where) => where === 'there' || where === 'waiting'),
  );

  of(student: string): Told {
    return this.told().get(student) ?? NOTHING_TOLD;
  }

  tell(student: string, told: Partial<Told>): void {
    this.told.update((before) => new Map(before).set(student, { ...this.of(student), ...told }));
  }

  /** Puts on record what was done, and what was told by now, of everybody of whom that is not on record yet. */
  keepAll(): void {
    for (const sitting of this.runner.sittings()) {
      const mark = this.mark(sitting.studentId);
      if (this.handed().get(sitting.studentId) !== mark || this.where().get(sitting.studentId) !== 'there')
        this.keep(sitting.id);
    }
  }

  /** Puts on record what another class had done when the page went away, before this one takes its place. */
  putAsideOther(): void {
    const other = this.keeper.kept();
    if (!other) return;
    const run = stopClass(other.run, other.at);
    for (const { id, studentId, version } of other.sittings) {
      const record = recordIn(run, studentId);
      const body = { version, record: record as never, effort: null, note: '' };
      if (record) this.queue.put({ kind: 'sitting', id, studentId, body }).subscribe();
    }
  }

  private keep(id: string): void {
    const run = this.runner.run();
    const sitting = this.runner.sittings().find((one) => one.id === id);
    const record = run && sitting && recordIn(run, sitting.studentId);
    if (!record) return;
    const { studentId, version } = sitting;
    if (this.under.has(id)) {
      this.again.add(id);
      return;
    }
    this.under.add(id);
    this.set(studentId, 'on-its-way');
    const mark = this.mark(studentId);
    const { effort, felt, note } = this.of(studentId);
    const body = { version, record: record as never, effort, feltAfter: feltOrNull(felt), note: note.trim() };
    this.queue.put({ kind: 'sitting', id, studentId, body }).subscribe((delivery) => {
      this.under.delete(id);
      if (delivery.kind === 'there') this.runner.recorded(studentId, delivery.answer.version);
      const kept = delivery.kind === 'there' || (delivery.kind === 'waiting' && delivery.kept);
      if (kept) this.handed.update((before) => new Map(before).set(studentId, mark));
      this.set(
        studentId,
        delivery.kind === 'there'
          ? 'there'
          : delivery.kind === 'refused'
            ? 'refused'
            : delivery.kept
              ? 'waiting'
              : 'lost',
      );
      // A stop may have been taken back meanwhile: then it is led on.
      if (this.safe() && this.runner.state() === 'over') this.keeper.forget();
      if (this.again.delete(id)) this.keep(id);
    });
  }

  /** Tells apart what is to be on record: what was led, what was told, and signs, which may come after the class too. */
  private mark(student: string): string {
    const signs = this.runner.signsOf(student);
    return markOf({ ...this.of(student), signs, ledFor: this.runner.ledFor() });
  }

  private set(student: string, where: Where): void {
    this.where.update((before) => new Map(before).set(student, where));
  }
}

/** What was done in the lane of a student. */
const recordIn = ({ lanes }: ClassRun, student: string) => {
  const lane = lanes.find(({ students }) => students.includes(student));
  return lane && recordOf(lane.run);
};
