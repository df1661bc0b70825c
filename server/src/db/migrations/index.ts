import { BreathModifiers1796200000000 } from './1796200000000-breath-modifiers.js';
import { CorrectedRecords1795100000000 } from './1795100000000-corrected-records.js';
import { Corrections1793400000000 } from './1793400000000-corrections.js';
import { CountsLed1793800000000 } from './1793800000000-counts-led.js';
import { FeltAfter1795400000000 } from './1795400000000-felt-after.js';
import { Sound1795500000000 } from './1795500000000-sound.js';
import { FiledSessions1795000000000 } from './1795000000000-filed-sessions.js';
import { FirstSlice1790000000000 } from './1790000000000-first-slice.js';
import { KnowTheStudent1793000000000 } from './1793000000000-know-the-student.js';
import { SessionVersions1793100000000 } from './1793100000000-session-versions.js';
import { FeltBefore1795700000000 } from './1795700000000-felt-before.js';
import { LiveClasses1796000000000 } from './1796000000000-live-classes.js';
import { ShownClasses1796100000000 } from './1796100000000-shown-classes.js';
import { OwnVoice1795800000000 } from './1795800000000-own-voice.js';
import { StepsOnTheWay1795600000000 } from './1795600000000-steps-on-the-way.js';
import { Ladders1793300000000 } from './1793300000000-ladders.js';
import { HomePractice1793600000000 } from './1793600000000-home-practice.js';
import { MealGaps1795300000000 } from './1795300000000-meal-gaps.js';
import { PracticeCalendar1793500000000 } from './1793500000000-practice-calendar.js';
import { RuleNames1795200000000 } from './1795200000000-rule-names.js';
import { Safety1793700000000 } from './1793700000000-safety.js';
import { TodayFacts1794000000000 } from './1794000000000-today-facts.js';
import { TodayRevision1793900000000 } from './1793900000000-today-revision.js';
import { WholeSessions1793200000000 } from './1793200000000-whole-sessions.js';

/** In the order in which they are applied; append only. */
export const migrations = [
  FirstSlice1790000000000,
  KnowTheStudent1793000000000,
  SessionVersions1793100000000,
  WholeSessions1793200000000,
  Ladders1793300000000,
  Corrections1793400000000,
  PracticeCalendar1793500000000,
  HomePractice1793600000000,
  Safety1793700000000,
  CountsLed1793800000000,
  TodayRevision1793900000000,
  TodayFacts1794000000000,
  FiledSessions1795000000000,
  CorrectedRecords1795100000000,
  RuleNames1795200000000,
  MealGaps1795300000000,
  FeltAfter1795400000000,
  Sound1795500000000,
  StepsOnTheWay1795600000000,
  FeltBefore1795700000000,
  OwnVoice1795800000000,
  LiveClasses1796000000000,
  ShownClasses1796100000000,
  BreathModifiers1796200000000,
];
