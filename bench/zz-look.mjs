import { startApplication, openBrowser, signIn } from './measure.mjs';
const app = await startApplication();
const shots = JSON.parse(process.argv[2]);
const browser = await openBrowser();
try {
  for (const { out, path, width = 1280, height = 800, dark, big, act, full } of shots) {
    const context = await browser.newContext({
      viewport: { width, height },
      colorScheme: dark ? 'dark' : 'light',
    });
    const page = await context.newPage();
    page.setDefaultTimeout(10000);
    try {
      await signIn(page, app.origin);
      page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()));
      await page.goto(app.origin + path);
      if (big) await page.addStyleTag({ content: 'html{font-size:200%}' });
      await page.waitForTimeout(900);
      if (act) await new Function('page', `return (async () => { ${act} })()`)(page);
      await page.waitForTimeout(600);
    } catch (e) {
      console.log(out, String(e).slice(0, 600));
    }
    await page.screenshot({ path: out, fullPage: !!full });
    await context.close();
  }
} catch (e) {
  console.log(e);
}
await browser.close();
await app.stop();
process.exit(0);
