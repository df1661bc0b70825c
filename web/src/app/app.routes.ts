import type { Route, Routes } from '@angular/router';
import { signedIn } from './api/signed-in.guard';
import { leavingLead } from './shared/playback/leaving-lead.guard';
import { leavingUnsaved } from './ui/unsaved';
import { Shell } from './frame/shell';

declare const ngDevMode: boolean | undefined;

/** Nothing typed on a page is lost without a question. */
const ASKS: Partial<Route> = { canDeactivate: [leavingUnsaved] };
/** Asks between the parts of one page too, where these take each other's place. */
const ASKS_BETWEEN_PARTS: Partial<Route> = { runGuardsAndResolvers: 'paramsOrQueryParamsChange' };

const pages: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'today' },
  {
    path: 'today',
    title: 'Today · Nuvrah',
    loadComponent: () => import('./features/today/today-page').then((m) => m.TodayPage),
  },
  {
    path: 'students',
    title: 'Students · Nuvrah',
    loadComponent: () => import('./features/students/student-list').then((m) => m.StudentList),
  },
  {
    path: 'students/new',
    title: 'New student · Nuvrah',
    loadComponent: () => import('./features/students/new-student').then((m) => m.NewStudent),
  },
  {
    path: 'students/:id',
    title: 'Student · Nuvrah',
    ...ASKS_BETWEEN_PARTS,
    loadComponent: () => import('./features/students/student-page').then((m) => m.StudentPage),
  },
  {
    path: 'students/:id/ladder',
    title: 'New ladder · Nuvrah',
    loadComponent: () => import('./features/ladder/new-ladder').then((m) => m.NewLadder),
  },
  {
    path: 'ladders/:id',
    title: 'Ladder · Nuvrah',
    loadComponent: () => import('./features/ladder/ladder-page').then((m) => m.LadderPage),
  },
  {
    path: 'ladders/:id/calendar',
    title: 'Practice calendar · Nuvrah',
    loadComponent: () => import('./features/ladder/calendar-page').then((m) => m.CalendarPage),
  },
  {
    path: 'students/:id/intake',
    title: 'Intake · Nuvrah',
    loadComponent: () => import('./features/students/intake-page').then((m) => m.IntakePage),
  },
  {
    path: 'students/:id/capacity',
    title: 'Capacity check · Nuvrah',
    loadComponent: () => import('./features/capacity/capacity-page').then((m) => m.CapacityPage),
  },
  {
    path: 'classes',
    title: 'Classes · Nuvrah',
    loadComponent: () => import('./features/classes/class-list').then((m) => m.ClassList),
  },
  {
    path: 'classes/:id',
    title: 'Class · Nuvrah',
    loadComponent: () => import('./features/classes/class-page').then((m) => m.ClassPage),
  },
  {
    path: 'classes/:id/compose',
    title: 'Compose · Nuvrah',
    loadComponent: () => import('./features/compose/class-compose-page').then((m) => m.ClassComposePage),
  },
  {
    path: 'bench',
    title: 'Bench · Nuvrah',
    loadComponent: () => import('./features/sessions/session-list').then((m) => m.SessionList),
  },
  {
    path: 'bench/:id',
    title: 'Bench · Nuvrah',
    loadComponent: () => import('./features/session-editor/bench-page').then((m) => m.BenchPage),
  },
  {
    path: 'bench/:id/sheet',
    title: 'Running sheet · Nuvrah',
    loadComponent: () => import('./features/session-editor/running-sheet').then((m) => m.RunningSheet),
  },
  {
    path: 'bench/:id/compare',
    title: 'Compare · Nuvrah',
    loadComponent: () => import('./features/session-editor/compare-page').then((m) => m.ComparePage),
  },
  {
    path: 'bench/:id/card',
    title: 'Home card · Nuvrah',
    loadComponent: () => import('./features/home-card/card-page').then((m) => m.CardPage),
  },
  {
    path: 'compose/:id',
    title: 'Compose · Nuvrah',
    loadComponent: () => import('./features/compose/compose-page').then((m) => m.ComposePage),
  },
  {
    path: 'lead',
    title: 'Lead · Nuvrah',
    data: { purpose: 'lead' },
    loadComponent: () => import('./features/sessions/session-list').then((m) => m.SessionList),
  },
  {
    path: 'ledger',
    title: 'Ledger · Nuvrah',
    loadComponent: () => import('./features/ledger/ledger-page').then((m) => m.LedgerPage),
  },
  {
    path: 'ledger/from-file',
    title: 'Import log · Nuvrah',
    loadComponent: () => import('./features/ledger/log-page').then((m) => m.LogPage),
  },
  {
    path: 'ledger/:id',
    title: 'Sitting · Nuvrah',
    loadComponent: () => import('./features/ledger/sitting-page').then((m) => m.SittingPage),
  },
  {
    path: 'shelf',
    title: 'Shelf · Nuvrah',
    loadComponent: () => import('./features/shelf/shelf-page').then((m) => m.ShelfPage),
  },
  {
    path: 'shelf/conventions',
    title: 'Where schools differ · Nuvrah',
    loadComponent: () => import('./features/shelf/conventions-page').then((m) => m.ConventionsPage),
  },
  {
    path: 'shelf/rules',
    title: 'Rule book · Nuvrah',
    loadComponent: () => import('./features/shelf/rule-book-page').then((m) => m.RuleBookPage),
  },
  {
    path: 'shelf/:id',
    title: 'Shelf · Nuvrah',
    loadComponent: () => import('./features/shelf/technique-page').then((m) => m.TechniquePage),
  },
  {
    path: 'account',
    title: 'Account · Nuvrah',
    loadComponent: () => import('./features/account/account-page').then((m) => m.AccountPage),
  },
  {
    path: 'account/voice',
    title: 'Your voice · Nuvrah',
    loadComponent: () => import('./features/account/own-voice-page').then((m) => m.OwnVoicePage),
  },
  // Every control of the kit, for developers: no part of what is shipped.
  ...(typeof ngDevMode === 'undefined' || ngDevMode
    ? [{ path: 'kit', title: 'Kit', loadComponent: () => import('./frame/kit-page').then((m) => m.KitPage) }]
    : []),
  { path: '**', loadComponent: () => import('./frame/not-found').then((m) => m.NotFound) },
];

/** Each view has an address of its own; the views load when they are first opened. */
export const appRoutes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Nuvrah',
    loadComponent: () => import('./features/sign-in/sign-in').then((m) => m.SignIn),
  },
  {
    path: 'home/:token',
    title: 'Practice at home · Nuvrah',
    loadComponent: () => import('./features/share-link/home-page').then((m) => m.HomePage),
  },
  {
    path: 'join',
    title: 'Follow a class · Nuvrah',
    loadComponent: () => import('./features/phone/phone-page').then((m) => m.PhonePage),
  },
  {
    path: 'rehearse/:id',
    title: 'Rehearse · Nuvrah',
    canActivate: [signedIn],
    loadComponent: () => import('./features/lead/rehearsal-page').then((m) => m.RehearsalPage),
  },
  {
    path: 'classes/:id/screen',
    title: 'Second screen · Nuvrah',
    canActivate: [signedIn],
    loadComponent: () => import('./features/lead/class/second-screen-page').then((m) => m.SecondScreenPage),
  },
  {
    path: 'classes/:id/lead/:session',
    title: 'Lead a class · Nuvrah',
    canActivate: [signedIn],
    canDeactivate: [leavingLead],
    loadComponent: () => import('./features/lead/class/class-lead-page').then((m) => m.ClassLeadPage),
  },
  {
    path: 'lead/:id',
    title: 'Lead · Nuvrah',
    canActivate: [signedIn],
    canDeactivate: [leavingLead],
    loadComponent: () => import('./features/lead/lead-page').then((m) => m.LeadPage),
  },
  {
    path: '',
    component: Shell,
    canActivate: [signedIn],
    children: pages.map((page) => ({ ...page, ...(page.loadComponent && ASKS) })),
  },
];
