import { configure } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { FeltFields, NOT_FELT } from './felt-fields';

describe('how it feels', () => {
  beforeEach(() => configure());
  const before = { calm: 4, alert: 6, mood: null, pulse: 72 };
  const typed = (shown: Shown<FeltFields>, text: string): void => {
    const input = shown.page.querySelector('input');
    if (input) input.value = text;
    input?.dispatchEvent(new Event('input'));
    shown.fixture.detectChanges();
  };

  it('stands beside what was told before, with the difference at once', () => {
    const shown = new Shown(FeltFields, { felt: { ...NOT_FELT, calm: 7 }, before });
    expect(shown.page.textContent).toContain('before 4: +3');
    expect(shown.page.textContent).toContain('before 6');
    typed(shown, '64');
    expect(shown.page.textContent).toContain('before 72: −8');
    expect(shown.fixture.componentInstance.felt().pulse).toBe(64);
  });

  it('takes no pulse that nobody has, and says so', () => {
    const shown = new Shown(FeltFields, { felt: NOT_FELT, before });
    for (const wrong of ['7', '400', 'fast']) {
      typed(shown, wrong);
      expect(shown.page.querySelector('[role=alert]')?.textContent).toContain('25 to 220');
      expect(shown.fixture.componentInstance.felt().pulse).toBeNull();
    }
    typed(shown, '');
    expect(shown.page.querySelector('[role=alert]')).toBeNull();
  });

  it('asks for the pulse only where it is wished', () => {
    const shown = new Shown(FeltFields, { felt: NOT_FELT, before: null });
    expect(shown.page.querySelector('input')).toBeNull();
    shown.page.querySelector<HTMLButtonElement>('button.more')?.click();
    shown.fixture.detectChanges();
    expect(shown.page.querySelector('input')).not.toBeNull();
  });
});
