import { DestroyRef, Injector } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatDialog } from '@angular/material/dialog';
import { SignCards } from './sign-cards';

describe('the card of signs', () => {
  let cards: SignCards;

  beforeEach(() => {
    cards = TestBed.inject(SignCards);
  });

  const open = (): number => TestBed.inject(MatDialog).openDialogs.length;
  const pageHere = () => {
    const page = Injector.create({ providers: [] });
    return { destroyed: page.get(DestroyRef), leave: () => page.destroy() };
  };

  it('opens once', async () => {
    await Promise.all([cards.show(), cards.show()]);
    expect(open()).toBe(1);
    TestBed.inject(MatDialog).closeAll();
  });

  it('is shown at once by a page that shows it itself, and does not come late over what follows that page', async () => {
    const page = pageHere();
    const shown = jasmine.createSpy('shown');
    cards.showBy(shown, page.destroyed);
    const asked = cards.show();
    page.leave();
    expect(shown).toHaveBeenCalledTimes(1);
    await asked;
    expect(open()).toBe(0);
  });

  it('is shown by the page that came last, also when the one before it leaves later', () => {
    const [before, after] = [pageHere(), pageHere()];
    const shown = jasmine.createSpy('shown');
    cards.showBy(() => undefined, before.destroyed);
    cards.showBy(shown, after.destroyed);
    before.leave();
    void cards.show();
    expect(shown).toHaveBeenCalledTimes(1);
  });
});
