import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { API_ROOT, type StudentFields } from '@nuvrah/contract';
import { NOTHING_ASKED } from '../../api/students';
import { Shown } from '../../testing/shown';
import { configure, ids, student } from '../../testing/fixtures';
import { CapacityForm } from './capacity-form';
import { StudentForm } from './student-form';

describe('the student form', () => {
  let fixture: ComponentFixture<StudentForm>;
  const saved: StudentFields[] = [];

  beforeEach(() => {
    configure();
    saved.length = 0;
    fixture = TestBed.createComponent(StudentForm);
    fixture.componentRef.setInput('action', 'Add');
    fixture.componentInstance.save.subscribe((fields) => saved.push(fields));
  });

  async function fill(name: string, birthYear: string): Promise<void> {
    const loader = TestbedHarnessEnvironment.loader(fixture);
    const [nameField, yearField] = await loader.getAllHarnesses(MatInputHarness);
    await nameField?.setValue(name);
    await yearField?.setValue(birthYear);
    (fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('button[type=submit]')?.click();
  }

  async function errors(): Promise<string[]> {
    const fields = await TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(MatFormFieldHarness);
    return (await Promise.all(fields.map((field) => field.getTextErrors()))).flat();
  }

  it('hands on what was typed', async () => {
    await fill(' Ada Reed ', '1980');
    expect(saved).toEqual([{ ...NOTHING_ASKED, name: 'Ada Reed', birthYear: 1980 }]);
  });

  it('keeps an unfinished intake as it is, and asks a minor for the guardian', async () => {
    await fill('Ada Reed', '');
    expect(saved).toEqual([{ ...NOTHING_ASKED, name: 'Ada Reed' }]);
    const page = fixture.nativeElement as HTMLElement;
    expect(page.textContent).not.toContain('Guardian');
    await fill('Ada Reed', '2010');
    expect(page.textContent).toContain('Guardian who consents');
  });

  it('hands on goals and seats in the order in which they were chosen', async () => {
    const page = fixture.nativeElement as HTMLElement;
    const tick = (name: string): void => {
      const label = [...page.querySelectorAll('label')].find(
        ({ textContent }) => textContent.trim() === name,
      );
      label?.control?.click();
      fixture.detectChanges();
    };
    fixture.detectChanges();
    for (const name of ['sleep', 'calm', 'chair', 'standing', 'calm']) tick(name);
    await fill('Ada Reed', '1980');
    expect(saved[0]?.goals).toEqual(['sleep']);
    expect(saved[0]?.seats).toEqual(['chair', 'standing']);
  });

  it('says at the field what is wrong, and keeps the rest', async () => {
    await fill('  ', '2027');
    expect(saved).toEqual([]);
    expect(await errors()).toEqual([
      'A name is needed.',
      'The year of birth is in the future: use a year up to now.',
    ]);
    await fill('Ada', '2024');
    expect((await errors())[0]).toContain('Under 3 years');
    await fill('Ada', 'soon');
    expect(await errors()).toEqual(['A year of four digits from 1900 on, or nothing yet.']);
  });
});

describe('the capacity form', () => {
  let fixture: ComponentFixture<CapacityForm>;
  let http: HttpTestingController;

  beforeEach(() => {
    http = configure();
    fixture = TestBed.createComponent(CapacityForm);
    fixture.componentRef.setInput('student', student);
  });

  const fields = () => TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(MatFormFieldHarness);
  const inputs = () => TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(MatInputHarness);
  const hints = async (): Promise<string[]> =>
    (await Promise.all((await fields()).map((field) => field.getTextHints()))).map(([hint]) => hint ?? '');
  const submit = (): void =>
    (fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('button[type=submit]')?.click();

  it('shows what is sustainable while typing, with the factors', async () => {
    expect(await hints()).toEqual([
      'sustainable 8 s',
      'sustainable 8.4 s',
      'sustainable 10.4 s',
      'if measured',
    ]);
    expect((fixture.nativeElement as HTMLElement).textContent).toContain(
      '× 0.8 for breaths and × 0.6 for holds.',
    );
  });

  it('records typed seconds, a hold left out as not measured', async () => {
    const [inhale, hold] = await inputs();
    await inhale?.setValue('9,5');
    await hold?.setValue('');
    submit();
    const request = http.expectOne(`${API_ROOT}/students/${ids.student}/capacity-checks`);
    expect(request.request.body).toEqual(
      jasmine.objectContaining({
        checkedOn: '2026-03-10',
        inhale: 9.5,
        hold: null,
        exhale: 13,
        emptyHold: null,
      }),
    );
  });

  it('a comfort factor beyond its range is said at the field and not set', () => {
    const page = new Shown(CapacityForm, { student });
    page.type('comfort of holds', '1,2');
    page.press('Set for this student');
    expect(page.text('.comfort [role=alert]')).toBe('From 0.3 to 1. The nearest is 1.');
    http.expectNone(`${API_ROOT}/students/${ids.student}`);
    page.type('comfort of holds', '0,7');
    page.press('Set for this student');
    const { body } = http.expectOne(`${API_ROOT}/students/${ids.student}`).request;
    expect((body as { comfort: unknown }).comfort).toEqual({ breath: 0.8, hold: 0.7 });
  });

  it('refuses 0, 400 s and text at the field, and sends nothing', async () => {
    const [inhale] = await inputs();
    for (const text of ['0', '400', 'long']) {
      await inhale?.setValue(text);
      submit();
      expect((await hints())[0])
        .withContext(text)
        .toBe('A comfortable inhale lies between 1 and 60 s.');
    }
    await inhale?.setValue('');
    submit();
    expect((await hints())[0]).toContain('is needed');
    http.expectNone(`${API_ROOT}/students/${ids.student}/capacity-checks`);
  });
});
