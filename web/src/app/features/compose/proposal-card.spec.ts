import { composeSessions, alternativesTo, whyNot, type Proposal, type Swap } from '@nuvrah/core';
import { of } from 'rxjs';
import { configure, DAY, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { composeRequestOf } from './compose-request';
import { Composer } from './composer';
import { ProposalCard } from './proposal-card';

/** Answers at once what the worker answers later. */
const AT_ONCE: Pick<Composer, 'alternatives' | 'whyNot'> = {
  alternatives: (...asked) => of(alternativesTo(...asked)),
  whyNot: (...asked) => of(whyNot(...asked)),
};

describe('a proposal', () => {
  const request = composeRequestOf(student, [], DAY, { goals: ['calm'], minutes: 10 });
  const composed = composeSessions(request);
  const [first, second] = composed.ok ? composed.value : [];
  if (!first || !second) throw new Error('two proposals');

  const show = (proposal: Proposal, beside: Proposal | null): Shown<ProposalCard> => {
    configure({ provide: Composer, useValue: AT_ONCE });
    const ruler = first.numbers.seconds * 1000;
    return new Shown(ProposalCard, { proposal, first: beside, request, ruler });
  };

  it('tells its figures, and what it has and has not beside the first', () => {
    const card = show(second, first);
    expect(card.text('dl')).toMatch(/time.*held.*most of capacity.*serves the goal\s*\d+ %/);
    expect(card.text()).toContain('Compared with the first:');
    expect(card.page.querySelectorAll('.differs').length).toBeGreaterThan(0);
    card.set('proposal', first);
    card.set('first', null);
    expect(card.text()).not.toContain('Compared with the first:');
    expect(card.page.querySelector('.differs')).toBeNull();
  });

  it('says of a passage that is pressed why it is there, and swaps it for another at its price', () => {
    const card = show(first, null);
    const swapped: Swap[] = [];
    card.fixture.componentInstance.swapped.subscribe((swap) => swapped.push(swap));
    const [passage] = first.session.passages;
    const [best] = alternativesTo(request, first, passage?.id ?? '');
    card.page.querySelector<HTMLElement>('.block')?.click();
    card.fixture.detectChanges();
    // What was asked of the worker has come.
    card.fixture.detectChanges();
    expect(card.text('.looked')).toContain(first.why.get(passage?.id ?? '') ?? 'nothing');
    expect(card.text('.looked li')).toMatch(/serves the goal (as well|\d+ % (more|less)) · /);
    card.page.querySelector<HTMLElement>('.looked li button')?.click();
    expect(swapped.map(({ technique }) => technique)).toEqual([best?.technique as never]);
  });
});
