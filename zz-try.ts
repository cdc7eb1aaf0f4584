import { Key } from 'selenium-webdriver';
import { openBrowser } from './e2e/browser.ts';

const url = 'http://127.0.0.1:4170';
const a = await openBrowser();
const b = await openBrowser();
try {
  await a.driver.get(url);
  const area = await a.find('textarea[aria-label^="Paste a script"]');
  await area.sendKeys('MARIT: Good morning, Tully. It is low tide.\nTULLY: Who pulls the plug out?\nMARIT: Nobody pulls. The Moon does it.', Key.chord(Key.CONTROL, Key.ENTER));
  await a.until('opened', 'return location.pathname.startsWith("/p/")');
  const id = (await a.run('return location.pathname.split("/")[2]')) as string;
  await a.driver.get(`${url}/p/${id}/script`);
  await a.find('[data-words]');
  await b.driver.get(`${url}/p/${id}/script`);
  await b.find('[data-words]');
  await a.driver.sleep(3000);
  await a.shot('/tmp/s1.png');
  const words = async (w: typeof a, n: number) => (await w.all('[data-words]'))[n]!;
  await b.driver.sendDevToolsCommand('Network.enable', {});
  await b.driver.sendDevToolsCommand('Network.emulateNetworkConditions', { offline: true, latency: 0, downloadThroughput: 0, uploadThroughput: 0 });
  await (await words(b, 1)).click();
  await (await words(b, 1)).sendKeys(Key.chord(Key.CONTROL, 'a'), 'Somebody left the tap open, that is all.');
  await (await words(a, 1)).click();
  await (await words(a, 1)).sendKeys(Key.chord(Key.CONTROL, 'a'), 'Who drank the whole harbour?');
  await a.driver.sleep(1500);
  await b.shot('/tmp/s2.png');
  await b.driver.sendDevToolsCommand('Network.emulateNetworkConditions', { offline: false, latency: 0, downloadThroughput: -1, uploadThroughput: -1 });
  await b.until('conflict', 'return document.querySelector("[data-conflict]")');
  await b.driver.sleep(1500);
  await (await words(b, 1)).sendKeys(' Really.');
  await b.driver.sleep(1200);
  await b.shot('/tmp/s3.png');
  await (await b.find('[data-undecided]')).click();
  await b.driver.sleep(500);
  await b.shot('/tmp/s4.png');
  await a.shot('/tmp/s5.png');
  console.log(await b.run('return kipzo.production.getState().conflicts.length'), await a.run('return kipzo.production.getState().conflicts.length'));
} finally {
  await a.close();
  await b.close();
}
