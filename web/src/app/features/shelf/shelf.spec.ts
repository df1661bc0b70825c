import { CONVENTION_QUESTIONS } from '@nuvrah/core';
import { chooseOption, shownIn } from '../../testing/kit';
import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { API_ROOT, type StoredVariant } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, TECHNIQUES, techniqueOf, variantOf, type Variant } from '@nuvrah/core';
import { account, configure, ids } from '../../testing/fixtures';
import { ConventionsPage } from './conventions-page';
import { closingPose } from './hand-drawing';
import { oneRound } from '../../shared/score/one-round';
import { NO_FILTER, passes, type ShelfFilter } from './shelf-entries';
import { readVariant, VariantEditor } from './variant-editor';

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

describe('the closing hand', () => {
  it('closes with the fingers of the convention', () => {
    const closers = (change: object): string[] =>
      Object.entries(closingPose({ ...DEFAULT_CONVENTIONS, ...change })).flatMap(([finger, bend]) =>
        bend === 'closing' ? [finger] : [],
      );
    expect(closers({})).toEqual(['thumb', 'ring', 'little']);
    expect(closers({ leftClosedBy: 'ring' })).toEqual(['thumb', 'ring']);
    expect(closers({ leftClosedBy: 'middle' })).toEqual(['thumb', 'middle']);
    expect(closers({ fingerPosition: 'thumb-and-index' })).toEqual(['thumb', 'index']);
  });
});

describe('a variant from a file', () => {
  const problems = (text: string): string => {
    const read = readVariant(text);
    return 'problems' in read ? read.problems.join(' ') : '';
  };

  it('is taken as it was saved', () => {
    const variant = variantOf('bhramari', 'Low hum');
    expect(readVariant(JSON.stringify(variant))).toEqual({ variant });
  });

  it('is refused whole when something is wrong, with pointers', () => {
    const wrong = { ...variantOf('bhastrika', 'Storm'), ranges: { rate: { from: 80, to: 40 } }, start: {} };
    expect(problems(JSON.stringify(wrong))).toContain('/ranges/rate/to: The range of the rate is empty');
    expect(problems(JSON.stringify(wrong))).toContain('Nothing was taken');
    expect(problems('{"name": 3}')).toContain('holds no variant');
    expect(problems('not json')).toContain('no JSON');
    expect(problems('[]')).toContain('holds no variant');
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
  const type = (label: string, text: string): void => {
    const box = page.querySelector(`[aria-label="${label}"]`) as HTMLInputElement;
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
    type('name of the variant', 'Softer');
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
    expect((page.querySelector('[aria-label="name of the variant"]') as HTMLInputElement).value).toBe(
      'Softer',
    );
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
