import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';

/** Headless Chromium with a profile of its own, at an exact size. */
/** `microphone` is a WAV file that its fake microphone hears again and again. */
export async function openBrowser({ width = 1280, height = 800, microphone }: { width?: number; height?: number; microphone?: string } = {}) {
  const profile = mkdtempSync(join(tmpdir(), 'kipzo-chromium-'));
  const options = new chrome.Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-dev-shm-usage',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--hide-scrollbars',
    '--force-device-scale-factor=1',
    '--autoplay-policy=no-user-gesture-required',
    ...(microphone ? ['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream', `--use-file-for-fake-audio-capture=${microphone}`] : []),
    `--window-size=${width},${height}`,
    `--user-data-dir=${profile}`,
  );
  const driver = (await new Builder().forBrowser('chrome').setChromeOptions(options).setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver')).build()) as WebDriver & {
    sendDevToolsCommand(name: string, parameters: object): Promise<void>;
  };
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });
  await driver.manage().setTimeouts({ script: 60_000 });

  const run = (script: string, ...args: unknown[]): Promise<unknown> => driver.executeScript(script, ...args);
  return {
    driver,
    run,
    /** Runs a script that gives a promise. */
    wait: <T>(script: string, ...args: unknown[]): Promise<T> =>
      driver
        .executeAsyncScript(
          `const done = arguments[arguments.length - 1]; (async () => { ${script} })().then((value) => done({ value }), (error) => done({ error: String(error) }))`,
          ...args,
        )
        .then((answer) => {
          const { value, error } = answer as { value: T; error?: string };
          if (error) throw new Error(error);
          return value;
        }),
    /** Waits until a script gives something true. */
    async until(what: string, script: string, milliseconds = 60_000): Promise<void> {
      await driver.wait(
        async () => {
          try {
            return await run(script);
          } catch {
            return false;
          }
        },
        milliseconds,
        `Waited in vain: ${what}`,
      );
    },
    find: (css: string, milliseconds = 45_000): Promise<WebElement> => driver.wait(until.elementLocated(By.css(css)), milliseconds, `Nothing on the page is ${css}`),
    all: (css: string): Promise<WebElement[]> => driver.findElements(By.css(css)),
    button: (name: string): Promise<WebElement> =>
      driver.wait(until.elementLocated(By.xpath(`//button[normalize-space()="${name}" or @aria-label="${name}"]`)), 45_000, `No button is called ${name}`),
    /** Opens a field by click and clicks the option of this value. */
    async pick(field: string, value: string): Promise<void> {
      await driver.wait(until.elementLocated(By.css(`button[role="combobox"][aria-label="${field}"]`)), 45_000, `No field is called ${field}`).click();
      await driver.wait(until.elementLocated(By.css(`[role="option"][data-option-value="${value}"]`)), 15_000, `${field} does not offer ${value}`).click();
    },
    /** Gives files to the chooser that a button opens. */
    async choose(press: () => Promise<void>, ...files: string[]): Promise<void> {
      await run('HTMLInputElement.prototype.click = function () { if (this.type !== "file") this.dispatchEvent(new MouseEvent("click", { bubbles: true })); }');
      await press();
      const input = await driver.wait(until.elementLocated(By.css('input[data-kipzo="chooser"]')), 15_000, 'No chooser was opened');
      await input.sendKeys(files.join('\n'));
    },
    async shot(file: string): Promise<void> {
      writeFileSync(file, await driver.takeScreenshot(), 'base64');
    },
    async close(): Promise<void> {
      await driver.quit().catch(() => {});
      rmSync(profile, { recursive: true, force: true });
    },
  };
}
export type Browser = Awaited<ReturnType<typeof openBrowser>>;
