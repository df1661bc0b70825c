import { CONVENTION_QUESTIONS } from '@nuvrah/core';
import { chooseOption, shownIn } from '../../testing/kit';
import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { API_ROOT, type StoredVariant } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, TECHNIQUES, techniqueOf, variantOf, type Variant } from '@nuvrah/core';
import { account, configure, ids } from '../../testing/fixtures';
import { ConventionsPage } from './conventions-page';
import { oneRound } from '../../shared/score/one-round';
import { NO_FILTER, passes, type ShelfFilter } from './shelf-entries';
import { VariantEditor } from './variant-editor';

describe('the filter of the Shelf', () => {
  const found = (filter: Partial<ShelfFilter>): string[] =>
    TECHNIQUES.filter((technique) =>
      passes({ key: technique.id, variant: false, technique, note: '' }, { ...NO_FILTER, ...filter }),
    ).map(({ id }) => id);

  it('finds by name in any form, family, goal, feature, seat, silence and free hands, together', () => {
    expect(found({}).length).toBe(TECHNIQUES.length);
    expect(found({ text: 'sitali' })).toContain('sheetali');
    expect(found({ text: 'Interrupted inhale' })).toEqual(['viloma-inhale']);
    expect(found({ text: 'humming' })).toEqual(['bhramari']);
    expect(found({ goal: 'warm' })).toContain('surya-bhedana');
    expect(found({ feature: 'forceful' })).toEqual(['kapalabhati', 'bhastrika']);
    expect(found({ seat: 'folded' })).toContain('bhramari');
    expect(found({ silent: true, handsFree: true, goal: 'cool' })).toEqual([]);
    expect(found({ silent: true, goal: 'cool' })).toContain('chandra-bhedana');
  });
});

describe('one round', () => {
  it('is just the round of every technique, as it begins', () => {
    for (const technique of TECHNIQUES) {
      const { timeline, window } = oneRound(technique, 'right', DEFAULT_CONVENTIONS);
      expect(window.to).withContext(technique.id).toBeGreaterThan(window.from);
      expect(window.to).toBeLessThanOrEqual(timeline.total);
    }
    const { window } = oneRound(techniqueOf('nadi-shodhana'), 'right', DEFAULT_CONVENTIONS);
    expect(window.to - window.from).toBe(16_000);
  });
});

describe('the variant editor', () => {
  let http: HttpTestingController;
  let fixture: ComponentFixture<VariantEditor>;
  let page: HTMLElement;

  beforeEach(() => {
    http = configure();
    fixture = TestBed.createComponent(VariantEditor);
    fixture.componentRef.setInput('technique', techniqueOf('ujjayi'));
    fixture.componentRef.setInput('variant', null);
    fixture.detectChanges();
    page = fixture.nativeElement as HTMLElement;
  });
  const boxOf = (label: string): HTMLInputElement => {
    const named = [...page.querySelectorAll('mat-form-field')].find(
      (field) => field.querySelector('mat-label')?.textContent.trim() === label,
    );
    return (named ?? page).querySelector(
      named ? 'input, textarea' : `[aria-label="${label}"]`,
    ) as HTMLInputElement;
  };
  const type = (label: string, text: string): void => {
    const box = boxOf(label);
    box.value = text;
    box.dispatchEvent(new Event('input'));
    fixture.detectChanges();
  };
  const submit = (): void => {
    page.querySelector('form')?.dispatchEvent(new Event('submit'));
    fixture.detectChanges();
  };
  const alerts = (): string =>
    [...page.querySelectorAll('[role=alert]')].map((alert) => alert.textContent.trim()).join(' ');

  it('refuses an empty name or range where they are, and keeps what was typed', () => {
    type('base from', '8');
    type('base to', '5');
    submit();
    expect(alerts()).toContain('needs a name');
    expect(alerts()).toContain('The range of the base is empty');
    http.expectNone(`${API_ROOT}/variants`);
    expect((page.querySelector('[aria-label="base from"]') as HTMLInputElement).value).toBe('8');
  });

  it('saves what was changed, and says when the name is taken', () => {
    type('Name of the variant', 'Softer');
    type('base to', '6');
    submit();
    const request = http.expectOne(`${API_ROOT}/variants`);
    const { document } = request.request.body as { document: Variant };
    expect(document.technique).toBe('ujjayi');
    expect(document.name).toBe('Softer');
    expect(document.ranges.base).toEqual({ from: 2, to: 6 });
    const detail = 'There is a technique named "Softer" already.';
    request.flush(
      {
        type: '',
        title: '',
        status: 422,
        detail: 'no',
        code: 'invalid-request',
        errors: [{ pointer: '/document/name', detail }],
      },
      { status: 422, statusText: 'no' },
    );
    fixture.detectChanges();
    expect(alerts()).toContain(detail);
    expect(boxOf('Name of the variant').value).toBe('Softer');
  });

  it('reaches what is said, the seats and the breath; what was not touched is left to the technique', () => {
    type('Name of the variant', 'Harbour breath');
    type('Said before it begins', 'Look at the water first.');
    type('For the teacher, a line each', 'One.\n\nTwo.');
    chooseOption(shownIn(fixture), 'Eyes and gaze', 'eyes open, resting ahead');
    const chair = [...page.querySelectorAll('mat-checkbox')].find(
      (box) => box.textContent.trim() === 'chair',
    );
    (chair?.querySelector('input') as HTMLInputElement).click();
    fixture.detectChanges();
    submit();
    const { document } = http.expectOne(`${API_ROOT}/variants`).request.body as { document: Variant };
    expect(document.opening).toBe('Look at the water first.');
    expect(document.teaching).toEqual(['One.', 'Two.']);
    expect(document.modifiers).toEqual({ gaze: 'open' });
    expect(document.seats).toEqual(techniqueOf('ujjayi').seats.filter((seat) => seat !== 'chair'));
    expect(document.ratios).toBeUndefined();
    expect(document.growsTo).toBeUndefined();
  });

  it('takes one off the Shelf without losing it', () => {
    const stored = { id: ids.session, version: 3, document: variantOf('ujjayi', 'Softer'), archived: false };
    fixture.componentRef.setInput('variant', stored as unknown as StoredVariant);
    fixture.detectChanges();
    [...page.querySelectorAll('button')].find((button) => button.textContent.includes('Take off'))?.click();
    const { body } = http.expectOne(`${API_ROOT}/variants/${ids.session}`).request;
    expect(body).toEqual({ version: 3, document: stored.document, archived: true } as never);
  });
});

describe('the conventions page', () => {
  it('saves each choice as it is made and says when it could not', () => {
    const http = configure();
    const fixture = TestBed.createComponent(ConventionsPage);
    fixture.detectChanges();
    const page = fixture.nativeElement as HTMLElement;
    chooseOption(shownIn(fixture), CONVENTION_QUESTIONS.externalHold.question, 'as long as the full hold');
    const first = http.expectOne(`${API_ROOT}/auth/preferences`);
    const conventions = { ...DEFAULT_CONVENTIONS, externalHold: 'equal' as const };
    expect(first.request.body).toEqual({ naming: 'plain', conventions });
    first.flush({ ...account, conventions });
    fixture.detectChanges();
    expect(page.querySelector('[role=status]')?.textContent).toBe('Saved.');
    expect(page.textContent).toContain('Back to the defaults');

    (page.querySelectorAll('[role=radio]')[2] as HTMLElement).click();
    http.expectOne(`${API_ROOT}/auth/preferences`).error(new ProgressEvent('error'));
    fixture.detectChanges();
    expect(page.querySelector('[role=alert]')?.textContent).toContain('The choice was not saved.');
  });
});
