import { API_ROOT, type RuleBook } from '@nuvrah/contract';
import { RULES, day } from '@nuvrah/core';
import { configure, ids } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { RuleBookPage } from './rule-book-page';

describe('the rule book', () => {
  it('shows every rule, whom it concerns and whom it touched, and is searched by words', () => {
    const http = configure();
    const book: RuleBook = {
      students: [{ id: ids.student, name: 'Ingrid Sól', facts: ['anyone', 'asthma'] }],
      touched: [
        { rule: 'asthma/hold>4/change', studentId: ids.student, sittings: 2, last: day('2026-03-01') },
      ],
    };
    const page = new Shown(RuleBookPage);
    http.expectOne(`${API_ROOT}/rule-book`).flush(book);
    page.fixture.detectChanges();
    const rows = (): string[] =>
      [...page.page.querySelectorAll('tbody tr')].map((row) => row.textContent.replace(/\s+/g, ' ').trim());
    expect(rows().length).toBe(RULES.length);
    page.type('search the rules', 'sol hold');
    const [row] = rows();
    expect(rows().every((text) => text.includes('Ingrid Sól'))).toBeTrue();
    page.type('search the rules', 'asthma hold over');
    expect(rows()[0]).toContain('hold over 4 s⇄ Change');
    expect(rows()[0]).toContain('Ingrid Sól touched 2 sittings');
    page.type('search the rules', 'moon');
    expect(rows()).toEqual(['No rule says this. Try a condition, a part of the session or a name.']);
    expect(row).toBeDefined();
  });
});
