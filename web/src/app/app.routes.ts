import type { Routes } from '@angular/router';
import { signedIn } from './api/signed-in.guard';
import { leavingLead } from './lead/leaving-lead.guard';
import { leavingUnsaved } from './forms/unsaved';
import { Shell } from './shell/shell';

/** Nothing typed on a page is lost without a question. */
const ASKS = { canDeactivate: [leavingUnsaved] };

const pages: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'today' },
  {
    path: 'today',
    title: 'Today · Nuvrah',
    loadComponent: () => import('./today/today-page').then((m) => m.TodayPage),
  },
  {
    path: 'students',
    title: 'Students · Nuvrah',
    loadComponent: () => import('./students/student-list').then((m) => m.StudentList),
  },
  {
    path: 'students/new',
    title: 'New student · Nuvrah',
    loadComponent: () => import('./students/new-student').then((m) => m.NewStudent),
  },
  {
    path: 'students/:id',
    title: 'Student · Nuvrah',
    loadComponent: () => import('./students/student-page').then((m) => m.StudentPage),
  },
  {
    path: 'students/:id/ladder',
    title: 'New ladder · Nuvrah',
    loadComponent: () => import('./ladder/new-ladder').then((m) => m.NewLadder),
  },
  {
    path: 'ladders/:id',
    title: 'Ladder · Nuvrah',
    loadComponent: () => import('./ladder/ladder-page').then((m) => m.LadderPage),
  },
  {
    path: 'ladders/:id/calendar',
    title: 'Practice calendar · Nuvrah',
    loadComponent: () => import('./ladder/calendar-page').then((m) => m.CalendarPage),
  },
  {
    path: 'students/:id/intake',
    title: 'Intake · Nuvrah',
    loadComponent: () => import('./students/intake-page').then((m) => m.IntakePage),
  },
  {
    path: 'students/:id/capacity',
    title: 'Capacity check · Nuvrah',
    loadComponent: () => import('./capacity/capacity-page').then((m) => m.CapacityPage),
  },
  {
    path: 'classes',
    title: 'Classes · Nuvrah',
    loadComponent: () => import('./classes/class-list').then((m) => m.ClassList),
  },
  {
    path: 'classes/:id',
    title: 'Class · Nuvrah',
    loadComponent: () => import('./classes/class-page').then((m) => m.ClassPage),
  },
  {
    path: 'bench',
    title: 'Bench · Nuvrah',
    loadComponent: () => import('./bench/session-list').then((m) => m.SessionList),
  },
  {
    path: 'bench/:id',
    title: 'Bench · Nuvrah',
    loadComponent: () => import('./bench/bench-page').then((m) => m.BenchPage),
  },
  {
    path: 'bench/:id/sheet',
    title: 'Running sheet · Nuvrah',
    loadComponent: () => import('./bench/running-sheet').then((m) => m.RunningSheet),
  },
  {
    path: 'bench/:id/card',
    title: 'Home card · Nuvrah',
    loadComponent: () => import('./practice/card-page').then((m) => m.CardPage),
  },
  {
    path: 'compose/:id',
    title: 'Compose · Nuvrah',
    loadComponent: () => import('./compose/compose-page').then((m) => m.ComposePage),
  },
  {
    path: 'lead',
    title: 'Lead · Nuvrah',
    data: { purpose: 'lead' },
    loadComponent: () => import('./bench/session-list').then((m) => m.SessionList),
  },
  {
    path: 'ledger',
    title: 'Ledger · Nuvrah',
    loadComponent: () => import('./ledger/ledger-page').then((m) => m.LedgerPage),
  },
  {
    path: 'ledger/from-file',
    title: 'Read a log · Nuvrah',
    loadComponent: () => import('./ledger/log-page').then((m) => m.LogPage),
  },
  {
    path: 'ledger/:id',
    title: 'Sitting · Nuvrah',
    loadComponent: () => import('./ledger/sitting-page').then((m) => m.SittingPage),
  },
  {
    path: 'shelf',
    title: 'Shelf · Nuvrah',
    loadComponent: () => import('./shelf/shelf-page').then((m) => m.ShelfPage),
  },
  {
    path: 'shelf/conventions',
    title: 'Where schools differ · Nuvrah',
    loadComponent: () => import('./shelf/conventions-page').then((m) => m.ConventionsPage),
  },
  {
    path: 'shelf/rules',
    title: 'Rule book · Nuvrah',
    loadComponent: () => import('./shelf/rule-book-page').then((m) => m.RuleBookPage),
  },
  {
    path: 'shelf/:id',
    title: 'Shelf · Nuvrah',
    loadComponent: () => import('./shelf/technique-page').then((m) => m.TechniquePage),
  },
  {
    path: 'account',
    title: 'Account · Nuvrah',
    loadComponent: () => import('./account/account-page').then((m) => m.AccountPage),
  },
  { path: '**', loadComponent: () => import('./shell/not-found').then((m) => m.NotFound) },
];

/** Each view has an address of its own; the views load when they are first opened. */
export const appRoutes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Nuvrah',
    loadComponent: () => import('./sign-in/sign-in').then((m) => m.SignIn),
  },
  {
    path: 'home/:token',
    title: 'Practice at home · Nuvrah',
    loadComponent: () => import('./home/home-page').then((m) => m.HomePage),
  },
  {
    path: 'lead/:id',
    title: 'Lead · Nuvrah',
    canActivate: [signedIn],
    canDeactivate: [leavingLead],
    loadComponent: () => import('./lead/lead-page').then((m) => m.LeadPage),
  },
  {
    path: '',
    component: Shell,
    canActivate: [signedIn],
    children: pages.map((page) => ({ ...page, ...ASKS })),
  },
];
