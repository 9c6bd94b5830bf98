import { writeFileSync } from 'node:fs';
import { startBrowser } from '/work/main/e2e/browser.js';
// args: base, then pairs url name [script]
export async function look(base: string, ...jobs: string[]) {
  const driver = await startBrowser({});
  for (const job of jobs) {
    const [url, name, script] = job.split('||');
    await driver.get(base + url); await new Promise((r) => setTimeout(r, 2500));
    if (script) { const out = await driver.executeAsyncScript(`const done=arguments[arguments.length-1]; (async()=>{${script}})().then((x)=>done(x),(e)=>done(String(e)))`); if (out) console.log(name, out); await new Promise((r) => setTimeout(r, 1200)); }
    writeFileSync(`/tmp/shots/${name}.png`, await driver.takeScreenshot(), 'base64');
  }
  await driver.quit();
}
