import compression from 'compression';
import { API_ROOT, routes } from '@nuvrah/contract';
import express, { type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { DataSource } from 'typeorm';
import { implementAccounts } from './accounts/accounts.js';
import { applicationFiles } from './http/application-files.js';
import { answerProblems } from './http/errors.js';
import { implementOn } from './http/implement.js';
import { describeApi } from './http/open-api.js';
import { notFound, tooManyRequests, tooManyTries } from './http/problem.js';
import { csrfProtection, securityHeaders, webSessions } from './http/security.js';
import { implementSessions } from './sessions/sessions.js';
import { implementSessionFiling } from './sessions/session-filing.js';
import { implementSessionReviews } from './sessions/session-reviews.js';
import { implementSittings } from './sittings/sittings.js';
import { implementAudit } from './audit/audit.js';
import { implementRuleBook } from './rule-book/rule-book.js';
import { implementOverrulings } from './sessions/overrulings.js';
import { implementApprovals } from './students/approvals.js';
import { implementClearances } from './students/clearances.js';
import { implementDayChecks } from './students/day-checks.js';
import { implementFacts } from './students/facts.js';
import { implementErasure } from './students/erasure.js';
import { implementStudents } from './students/students.js';
import { implementImportSittings } from './sittings/import-sittings.js';
import { implementLedger } from './sittings/ledger.js';
import { implementLadders } from './ladders/ladders.js';
import { implementCalendar } from './ladders/calendar.js';
import { implementHome } from './home/home.js';
import { implementLinks } from './home/links.js';
import { DatabaseClock } from './live/database-clock.js';
import { implementLive } from './live/live.js';
import { ClassNews } from './live/news.js';
import { implementPhones, keepPhones, NEWS_PATH, streamNews } from './live/phones.js';
import { implementShown, SCREEN_NEWS_PATH, streamToScreen } from './live/shown.js';
import { implementToday } from './today/today.js';
import { implementClasses } from './classes/classes.js';
import { implementOwnVoice } from './voice/own-voice.js';
import { implementVariants } from './variants/variants.js';

export interface AppOptions {
  readonly source: DataSource;
  readonly log: Logger;
  /** Signs the session cookie; the same for every copy of the server. */
  readonly secret: string;
  /** Folder of the built web application, if it is to be served too. */
  readonly webFolder: string | null;
  /** Address under which a TLS proxy in front of the server is reached, or null without one. */
  readonly publicUrl?: string | null;
  readonly now?: () => Date;
  /** Failed sign-ins from one address in a quarter of an hour before it has to wait. */
  readonly signInTries?: number;
  /** The streams of phones, where whoever stops the server is to end them. */
  readonly news?: ClassNews;
}

/** The whole server as one Express application; nothing is remembered between requests but in PostgreSQL. */
export function createApp(options: AppOptions): Express {
  const {
    source,
    log,
    secret,
    webFolder,
    publicUrl = null,
    now = () => new Date(),
    signInTries = 10,
    news = newsOf(source, now),
  } = options;
  const secure = publicUrl?.startsWith('https:') ?? false;
  const app = express();
  app.disable('x-powered-by');
  // The one proxy in front says who asks and whether it was over TLS.
  if (publicUrl) app.set('trust proxy', 1);
  app.use(pinoHttp({ logger: log, serializers: { req: describeRequest, res: describeResponse } }));
  app.use(securityHeaders(secure));
  // The quickest level: most of what is gained, at a fraction of the time.
  app.use(compression({ level: 1 }));

  const api = express.Router();
  // Answers hold health facts: no cache keeps one, so none needs a tag to be asked for again.
  app.set('etag', false);
  api.use(API_ROOT, (_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  for (const { path } of [routes.signIn, routes.changePassword])
    api.use(`${API_ROOT}${path}`, limitTries(signInTries));
  api.use(`${API_ROOT}/home`, limitRequests());
  // A class sends a session for each lane, with all its natural breath between rounds.
  api.use(`${API_ROOT}/classes`, express.json({ limit: '4mb', strict: false }));
  api.use(
    API_ROOT,
    express.json({ limit: '512kb', strict: false }),
    webSessions(source, secret, secure),
    csrfProtection(secure),
  );
  const description = describeApi();
  api.get(`${API_ROOT}/openapi.json`, (_request, response) => void response.json(description));
  const implement = implementOn(api, source);
  implementAccounts(implement, source);
  implementStudents(implement, source, now);
  implementErasure(implement, source, now);
  implementFacts(implement, source, now);
  implementDayChecks(implement, source, now);
  implementClearances(implement, source, now);
  implementApprovals(implement, source, now);
  implementClasses(implement, now);
  implementLedger(implement, source);
  implementImportSittings(implement, source, now);
  implementLadders(implement, source, now);
  implementCalendar(implement, source, now);
  implementToday(implement, source, now);
  const links = { secret, publicUrl };
  implementLinks(implement, source, now, links);
  implementHome(implement, source, now);
  implementLive(implement, source, now, publicUrl);
  implementPhones(implement, source, now, new DatabaseClock(source));
  implementShown(implement, source, now);
  api.get(NEWS_PATH, streamNews(source, news));
  api.get(SCREEN_NEWS_PATH, streamToScreen(source, news));
  implementOwnVoice(implement, source, now);
  implementVariants(implement, now);
  implementSessions(implement, source, now);
  implementSessionFiling(implement, source, now);
  implementSessionReviews(implement, source, now);
  implementOverrulings(implement, now);
  implementSittings(implement, source, now);
  implementAudit(implement);
  implementRuleBook(implement, source, now);
  app.use(api);
  app.use(API_ROOT, () => {
    throw notFound('address');
  });
  if (webFolder) app.use(...applicationFiles(webFolder));
  app.use(answerProblems(log));
  return app;
}

/** The streams of what follows classes by this copy of the server. */
export const newsOf = (source: DataSource, now: () => Date = () => new Date()): ClassNews =>
  new ClassNews(source, keepPhones(source, now));

const limitTries = (limit: number) =>
  rateLimit({
    windowMs: 15 * 60 * 1000,
    limit,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    handler: () => {
      throw tooManyTries();
    },
  });

/** By a private link nobody asks more than so often in a quarter of an hour. */
const MOST_BY_LINK = 300;

const limitRequests = () =>
  rateLimit({
    windowMs: 15 * 60 * 1000,
    limit: MOST_BY_LINK,
    standardHeaders: true,
    legacyHeaders: false,
    handler: () => {
      throw tooManyRequests();
    },
  });

/** Method, path and status only: queries, headers and bodies may tell about a student. */
const describeRequest = (request: { method: string; url: string }) => ({
  method: request.method,
  // What follows in a private link is its secret.
  path: request.url.split('?')[0]?.replace(/(\/(?:home|live)\/)[^/]+/, '$1…'),
});
const describeResponse = (response: { statusCode: number }) => ({ status: response.statusCode });
