// The page of a student, as journeys go about it: its words stand here once.
import type { Page } from '@playwright/test';
import { benchWords, frameWords, sessionWords, studentWords } from './words.js';

export type StudentPart = keyof typeof studentWords.hub.tabs;

/** Opens a student from the list of students; one of its parts where it is named. */
export async function openStudent(page: Page, name: string, part?: StudentPart): Promise<void> {
  await page.getByRole('link', { name: frameWords.places.students, exact: true }).click();
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByRole('heading', { name, exact: true }).waitFor();
  if (part) await openPart(page, part);
}

/** Opens a part of the page of a student. */
export const openPart = (page: Page, part: StudentPart): Promise<void> =>
  page.getByRole('tab', { name: new RegExp(`^${studentWords.hub.tabs[part]}`) }).click();

/** Chooses what stands in the menu at the head. */
export async function fromMore(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: studentWords.hub.more, exact: true }).click();
  await page.getByRole('menuitem', { name: what }).click();
}

/** A session of a student's own, begun with alternate-nostril breathing and opened on the Bench. */
export async function newSession(page: Page, student: string): Promise<void> {
  await openStudent(page, student, 'sessions');
  await page.getByRole('button', { name: studentWords.parts.newSession, exact: true }).click();
  await beginWith(page, 'nadi shodhana');
}

/** Begins the new session that is asked about with a technique. */
export async function beginWith(page: Page, technique: string): Promise<void> {
  await page.getByRole('button', { name: sessionWords.begin.chooseTechnique }).click();
  await page.getByLabel('Find a technique').fill(technique);
  await page.getByLabel('Find a technique').press('Enter');
  await page.getByLabel(benchWords.benchPage.titleOfTheSession).waitFor();
}
