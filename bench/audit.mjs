// Every main view held against two checkers of other makers: Lighthouse (desktop, median of five) and pa11y with
// HTML_CodeSniffer. They are no part of the project: this bench installs them beside its data. Give views to look at only these.
import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { CHROMIUM, projectRoot } from '../scripts/machine.mjs';
import { DEMO, median, report, startApplication } from './measure.mjs';

const RUNS = Number(process.env.RUNS ?? 5);
const METRICS = [
  'first-contentful-paint',
  'largest-contentful-paint',
  'total-blocking-time',
  'cumulative-layout-shift',
  'speed-index',
];
const CATEGORIES = { performance: 98, accessibility: 100, 'best-practices': 100 };
const FLAGS = ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'];

const tools = path.join(projectRoot, '.data', 'audit');
if (!fs.existsSync(path.join(tools, 'node_modules', 'lighthouse'))) {
  fs.mkdirSync(tools, { recursive: true });
  // Without a package of its own there, npm would add the checkers to the project.
  fs.writeFileSync(path.join(tools, 'package.json'), '{"private":true}');
  const env = { ...process.env, PUPPETEER_SKIP_DOWNLOAD: '1' };
  execFileSync('npm', ['install', '--no-audit', '--no-fund', 'lighthouse@12', 'pa11y@9'], {
    cwd: tools,
    env,
    stdio: 'ignore',
  });
}
const tool = async (file) => import(pathToFileURL(path.join(tools, 'node_modules', file)).href);
const { default: puppeteer } = await tool('puppeteer-core/lib/esm/puppeteer/puppeteer-core.js');
const { default: lighthouse } = await tool('lighthouse/core/index.js');
const { default: desktop } = await tool('lighthouse/core/config/desktop-config.js');
const { default: pa11y } = await tool('pa11y/lib/pa11y.js');

const application = await startApplication();
const { origin } = application;
const browser = await puppeteer.launch({ executablePath: CHROMIUM, args: FLAGS });

async function signedIn() {
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  await page.goto(`${origin}/sign-in`, { waitUntil: 'networkidle0' });
  await page.type('input[type=email]', DEMO.email);
  await page.type('input[type=password]', DEMO.password);
  await Promise.all([page.waitForNavigation({ waitUntil: 'networkidle0' }), page.keyboard.press('Enter')]);
  return page;
}

/** The first address on a page that is like this. */
async function addressOn(page, from, like) {
  await page.goto(`${origin}${from}`, { waitUntil: 'networkidle0' });
  return page.$$eval(
    'main a[href]',
    (links, source) =>
      links.map((link) => link.getAttribute('href')).find((href) => new RegExp(source).test(href)),
    like.source,
  );
}

try {
  const page = await signedIn();
  const student = await addressOn(page, '/students', /^\/students\/[0-9a-f-]{36}$/);
  const bench = await addressOn(page, '/bench', /^\/bench\/[0-9a-f-]{36}$/);
  const measured = {
    Today: '/today',
    Students: '/students',
    Student: student,
    Bench: bench,
    Ledger: '/ledger',
  };
  const others = [
    '/bench',
    '/lead',
    await addressOn(page, '/lead', /^\/lead\/[0-9a-f-]{36}/),
    '/classes',
    await addressOn(page, '/classes', /^\/classes\/[0-9a-f-]{36}$/),
    await addressOn(page, '/ledger', /^\/ledger\/[0-9a-f-]{36}$/),
    '/ledger/from-file',
    '/students/new',
    ...['sessions', 'progress', 'health', 'capacity', 'home', 'history', 'data'].map(
      (tab) => `${student}?tab=${tab}`,
    ),
    ...['/intake', '/capacity', '/ladder'].map((end) => student + end),
    student.replace('/students/', '/compose/'),
    `${bench}/sheet`,
    '/shelf',
    '/shelf/nadi-shodhana',
    '/shelf/conventions',
    '/shelf/rules',
    '/account',
  ].filter(Boolean);
  const only = process.argv.slice(2);

  for (const [name, address] of Object.entries(measured)) {
    if (only.length > 0 && !only.includes(name)) continue;
    const scores = Object.fromEntries(Object.keys(CATEGORIES).map((category) => [category, []]));
    const missed = new Set();
    const told = Object.fromEntries(METRICS.map((metric) => [metric, []]));
    for (let run = 0; run < RUNS; run++) {
      const { lhr } = await lighthouse(
        `${origin}${address}`,
        {
          port: Number(new URL(browser.wsEndpoint()).port),
          onlyCategories: Object.keys(CATEGORIES),
          disableStorageReset: true,
          logLevel: 'error',
        },
        desktop,
      );
      for (const [metric, all] of Object.entries(told)) all.push(lhr.audits[metric].numericValue ?? 0);
      for (const [category, all] of Object.entries(scores)) {
        all.push(Math.round((lhr.categories[category].score ?? 0) * 100));
        if (category === 'performance') continue;
        for (const { id, weight } of lhr.categories[category].auditRefs)
          if (weight > 0 && lhr.audits[id].score !== null && lhr.audits[id].score < 1) missed.add(id);
      }
    }
    for (const [category, all] of Object.entries(scores))
      report(`Lighthouse, ${name}, ${category}`, `${median(all)} of ${all.join(' ')}`, CATEGORIES[category]);
    for (const [metric, all] of Object.entries(told))
      report(`Lighthouse, ${name}, ${metric}`, Math.round(median(all) * 1000) / 1000);
    if (missed.size > 0) report(`Lighthouse, ${name}, missed`, [...missed].join(', '));
  }

  let errors = 0;
  for (const address of [...Object.values(measured), ...others]) {
    if (only.length > 0 && !only.includes('pa11y')) break;
    const { issues } = await pa11y(`${origin}${address}`, {
      browser,
      page,
      ignoreUrl: false,
      standard: 'WCAG2AA',
      runners: ['htmlcs'],
      wait: 1500,
      timeout: 60_000,
    });
    errors += issues.length;
    for (const { code, selector, context } of issues)
      report(`pa11y, ${address}`, `${code}\n    ${selector}\n    ${context}`);
  }
  report('pa11y, errors on all views', errors, 0);
} finally {
  await browser.close();
  await application.stop();
}
process.exit(0);
