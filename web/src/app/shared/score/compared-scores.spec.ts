import { compileSession, DEFAULT_CONVENTIONS, describePassage, type Session } from '@nuvrah/core';
import { configure, countedOf, session, withCounted } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { ComparedScores, type ComparedSide } from './compared-scores';

const side = (label: string, of: Session): ComparedSide => ({
  label,
  timeline: compileSession(of, { hand: 'right' }, DEFAULT_CONVENTIONS),
  lines: new Map(
    of.passages.map((passage) => [passage.id, describePassage(passage, of.goal, DEFAULT_CONVENTIONS)]),
  ),
});

describe('two sessions compared', () => {
  const longer = withCounted({ cycles: countedOf(session).cycles * 2 } as never);
  const show = (other: Session): Shown<ComparedScores> => {
    configure();
    return new Shown(ComparedScores, { first: side('Now', session), second: side('Before', other) });
  };

  it('are the same where every passage is', () => {
    const page = show(session);
    expect(page.text('header')).toContain('Every passage is the same.');
    expect(page.page.querySelectorAll('.differs').length).toBe(0);
  });

  it('are marked where they differ, on both scores and in words', () => {
    const page = show(longer);
    expect(page.text('header')).toContain('1 passage differs.');
    expect(page.page.querySelectorAll('.block.differs').length).toBe(2);
    expect(page.text('tr.differs th')).toContain('differs');
    expect(page.text('tr.differs')).toMatch(/8 rounds.*16 rounds/);
  });

  it('stand on one ruler: the same moment is at the same place, as a whole and in a passage', () => {
    const page = show(longer);
    const lengths = (): number[] =>
      [...page.page.querySelectorAll<HTMLElement>('nv-score-row')].map((row) =>
        parseFloat(row.querySelector<HTMLElement>('.block')?.style.left ?? ''),
      );
    const [first, second] = lengths();
    expect(first).toBeCloseTo(second ?? 0, 1);
    page.press('Passage');
    const [here, there] = lengths();
    expect(here).toBeCloseTo(there ?? 0, 1);
  });

  it('say what is only in one of them', () => {
    const page = show({ ...session, passages: session.passages.slice(0, 1) });
    expect(page.text('tr.differs')).toContain('not in it');
  });
});
