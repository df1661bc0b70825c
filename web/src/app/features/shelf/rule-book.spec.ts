import { API_ROOT, type RuleBook } from '@nuvrah/contract';
import { day, RULES } from '@nuvrah/core';
import { configure, ids } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { RuleBookPage } from './rule-book-page';

const book: RuleBook = {
  students: [{ id: ids.student, name: 'Ingrid Sól', facts: ['anyone', 'asthma'] }],
  touched: [{ rule: 'asthma/hold>4/change', studentId: ids.student, sittings: 2, last: day('2026-03-01') }],
};

describe('the rule book', () => {
  function show(filter: Readonly<Record<string, string>> = {}): Shown<RuleBookPage> {
    const http = configure();
    const page = new Shown(RuleBookPage, filter);
    http.expectOne(`${API_ROOT}/rule-book`).flush(book);
    page.fixture.detectChanges();
    return page;
  }
  const textsOf = (page: Shown<RuleBookPage>, selector: string): string[] =>
    [...page.page.querySelectorAll(selector)].map((one) => one.textContent.replace(/\s+/g, ' ').trim());

  it('has every rule, by what it is about, with whom it concerns', () => {
    const page = show();
    expect(textsOf(page, 'li').length).toBe(RULES.length);
    expect(textsOf(page, 'h2').length).toBe(new Set(RULES.map(({ fact }) => fact)).size);
    expect(page.text('[aria-labelledby="about-asthma"] header')).toContain('Ingrid Sól');
    expect(page.text('[aria-labelledby="about-anyone"] header')).not.toContain('Ingrid Sól');
  });

  it('says whom a rule touched when they were led', () => {
    const page = show({ find: 'asthma hold over' });
    expect(textsOf(page, 'li')[0]).toContain('⇄ Change');
    expect(textsOf(page, 'li')[0]).toContain('Ingrid Sól 2 sittings, last on 1 Mar 2026');
  });

  const rows: readonly (readonly [string, Readonly<Record<string, string>>, (line: string) => boolean])[] = [
    ['a name in another spelling', { find: 'sol' }, (line) => line !== ''],
    ['a level', { level: 'no' }, (line) => line.startsWith('⨯ No')],
    ['a fact', { fact: 'asthma', level: 'change' }, (line) => line.startsWith('⇄ Change')],
  ];
  for (const [what, filter, isSo] of rows)
    it(`is narrowed by ${what}`, () => {
      const lines = textsOf(show(filter), 'li');
      expect(lines.length).toBeGreaterThan(0);
      expect(lines.length).toBeLessThan(RULES.length);
      expect(lines.every(isSo)).toBeTrue();
    });

  it('is narrowed to what concerns a student', () => {
    const page = show({ concerning: 'yes' });
    expect(textsOf(page, 'h2').length).toBe(1);
    expect(textsOf(page, 'li').length).toBe(RULES.filter(({ fact }) => fact === 'asthma').length);
  });

  it('says so where no rule answers', () => {
    const page = show({ find: 'moon' });
    expect(page.text('.notice')).toBe('No rule says this. Try a condition, a part of the session or a name.');
  });
});
