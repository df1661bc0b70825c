import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Student, type StudentFact } from '@nuvrah/contract';
import { day, isTrueOn } from '@nuvrah/core';
import { Students } from '../../api/students';
import { asthma, configure, dayCheck, ids, student, TODAY } from '../../testing/fixtures';

describe('a student as they are known here', () => {
  let http: HttpTestingController;
  let known: Student[];
  const { id: checkId, day: _, checkedAt: __, ...asked } = { ...dayCheck, facts: ['fever' as const] };

  beforeEach(() => {
    localStorage.clear();
    http = configure();
    known = [];
  });
  afterEach(() => localStorage.clear());
  const students = (): Students => TestBed.inject(Students);
  const open = (of: Student): void => {
    students()
      .get(student.id)
      .subscribe((one) => known.push(one));
    http.expectOne(`${API_ROOT}/students/${student.id}`).flush(of);
  };
  const now = (): Student => known.at(-1) as Student;
  const trueNow = (): string[] =>
    now()
      .facts.filter((fact) => isTrueOn(fact, TODAY))
      .map(({ fact }) => fact);
  const away = (path: string): void => http.expectOne(API_ROOT + path).error(new ProgressEvent('error'));
  const facts = `/students/${student.id}/facts`;

  it('has what waits in this browser: they are screened by it before the server has it', () => {
    open(student);
    students().saveFact(student.id, asthma).subscribe();
    students().addDayCheck(student.id, checkId, asked).subscribe();
    expect(trueNow()).toEqual(['asthma']);
    expect(now().dayCheck?.facts).toEqual(['fever']);
    expect(now().dayCheck?.day).toEqual(TODAY);
    expect(now().dayCheck?.checkedAt).toBe('2026-03-10T12:00:00.000Z');
    away(facts);
    expect(trueNow()).toEqual(['asthma']);
  });

  it('keeps what has arrived since they were asked for, and takes what is in a newer answer from there', () => {
    open(student);
    students().saveFact(student.id, asthma).subscribe();
    http.expectOne(API_ROOT + facts).flush(asthma);
    expect(trueNow()).toEqual(['asthma']);
    // Asked anew: somebody has ended it elsewhere.
    open({ ...student, facts: [{ ...asthma, until: day('2026-03-09') }] });
    expect(trueNow()).toEqual([]);
  });

  it('shows as over what was taken off here, and as never true what began and was taken off today', () => {
    open({ ...student, facts: [asthma, { ...asthma, id: ids.natural, fact: 'vertigo', since: TODAY }] });
    students().saveFact(student.id, asthma, day('2026-03-09')).subscribe();
    students()
      .saveFact(student.id, now().facts[1] as StudentFact, TODAY)
      .subscribe();
    expect(now().facts).toEqual([{ ...asthma, until: day('2026-03-09') }]);
  });

  it('is what the server says again when it refuses', () => {
    open(student);
    students()
      .saveFact(student.id, asthma)
      .subscribe({ error: () => undefined });
    const problem = { code: 'invalid', detail: 'no', status: 422 };
    http.expectOne(API_ROOT + facts).flush(problem, { status: 422, statusText: 'no' });
    expect(trueNow()).toEqual([]);
  });

  it('does not change with what is entered of others', () => {
    open(student);
    students().saveFact(ids.natural, asthma).subscribe();
    expect(known).toEqual([student]);
  });
});
