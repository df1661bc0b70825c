import { inject, Injectable } from '@angular/core';
import { routes, type BodyOf, type CalendarDay, type Ladder, type Today } from '@nuvrah/contract';
import type { NextStep } from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { Api } from './api';

/** Ladders and what is decided on them, on the server. */
@Injectable({ providedIn: 'root' })
export class Ladders {
  private readonly api = inject(Api);

  /** Of all students, or of one: the newest first. */
  list(student?: string): Observable<Ladder[]> {
    return this.api.call(routes.listLadders, { query: student ? { student } : {} });
  }

  get(id: string): Observable<Ladder> {
    return this.api.call(routes.getLadder, { params: { id } });
  }

  add(body: BodyOf<typeof routes.addLadder>): Observable<Ladder> {
    return this.api.call(routes.addLadder, { body });
  }

  /** Saves over the version that was read; a stale one is refused. */
  change(
    { id, version, rungs, at, gate, plan, wished, ended }: Ladder,
    change: Partial<BodyOf<typeof routes.changeLadder>>,
  ): Observable<Ladder> {
    const body = { version, rungs, at, gate, plan, wished, ended, ...change };
    return this.api.call(routes.changeLadder, { params: { id }, body });
  }

  /** Accepts what the rules say, or does otherwise with a reason. `decision` makes deciding twice deciding once. */
  decide({ id, version }: Ladder, decision: string, step: NextStep, reason: string): Observable<Ladder> {
    const body = { id: decision, version, step, reason };
    return this.api.call(routes.decideRung, { params: { id }, body });
  }

  /** The dated sittings of so many weeks from today on. */
  calendar(id: string, weeks: string): Observable<CalendarDay[]> {
    return this.api.call(routes.ladderCalendar, { params: { id }, query: { weeks } });
  }

  today(): Observable<Today> {
    return this.api.call(routes.today);
  }
}
