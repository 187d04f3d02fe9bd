// How long it takes from a press on an answer to the verdict painted, in headless Chromium at 390 × 844:
// node paint.mjs BINARY [PRESSES]. It starts the program on demo data of its own, presses the first answer of what is asked
// on fresh records one after the other, and tells the median, on the machine as it is and with a processor four times slower.
import { chromium } from '@playwright/test';
import { browserPath, served } from './program.mjs';

const [binary, presses = '24'] = process.argv.slice(2);
const port = 18_741;
const quantile = (list, q) => list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * q))];

await served(binary, port, async (base) => {
  const browser = await chromium.launch({ executablePath: browserPath, args: ['--no-sandbox', '--disable-dev-shm-usage'] });
  for (const rate of [1, 4]) {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 }, locale: 'en-GB' });
    const throttled = await page.context().newCDPSession(page);
    const marked = [];
    const ruled = [];
    for (let i = 0; marked.length < Number(presses); i++) {
      await throttled.send('Emulation.setCPUThrottlingRate', { rate: 1 });
      await page.goto(base);
      await page.getByRole('button', { name: i % 2 ? 'A plant' : 'A mushroom', exact: false }).first().click();
      await page.waitForURL('**/bench/**');
      await throttled.send('Emulation.setCPUThrottlingRate', { rate });
      for (let k = 0; k < 6 && marked.length < Number(presses); k++) {
        const took = await page.evaluate(press);
        if (!took) break;
        marked.push(took.marked);
        ruled.push(took.ruled);
      }
    }
    console.log(
      `processor ÷ ${rate}: pressed answer marked ${quantile(marked, 0.5).toFixed(0)} ms (95 %: ${quantile(marked, 0.95).toFixed(0)}), ` +
        `verdict painted ${quantile(ruled, 0.5).toFixed(0)} ms (95 %: ${quantile(ruled, 0.95).toFixed(0)}), ${marked.length} presses`,
    );
    await page.close();
  }
  await browser.close();
});

/** In the page: presses the first answer, and tells when it was drawn as pressed, and when the next question stood there. */
async function press() {
  const paint = () => new Promise((painted) => requestAnimationFrame(() => setTimeout(painted, 0)));
  const wait = async (till) => {
    for (let i = 0; i < 400; i++) {
      const found = till();
      if (found) return found;
      await new Promise((later) => setTimeout(later, 20));
    }
    return undefined;
  };
  const answers = () => document.querySelector('section[aria-label="Look here next"] [role="group"] button:not([disabled])');
  const answer = await wait(answers);
  if (!answer) return undefined;
  await new Promise((later) => setTimeout(later, 700)); // a new question takes no press before it was seen
  const box = answer.getBoundingClientRect();
  const said = document.querySelector('section[aria-label="Look here next"] h2').textContent;
  const began = performance.now();
  const at = { bubbles: true, cancelable: true, composed: true, pointerId: 1, pointerType: 'touch', isPrimary: true, button: 0, width: 20, height: 20, pressure: 0.5, clientX: box.x + box.width / 2, clientY: box.y + box.height / 2 };
  answer.dispatchEvent(new PointerEvent('pointerdown', { ...at, buttons: 1 }));
  answer.dispatchEvent(new PointerEvent('pointerup', { ...at, buttons: 0 }));
  answer.dispatchEvent(new MouseEvent('click', at));
  let marked = 0;
  for (let i = 0; i < 2000; i++) {
    await paint();
    const now = performance.now() - began;
    if (!marked && (!answer.isConnected || answer.getAttribute('aria-pressed') === 'true')) marked = now;
    const h2 = document.querySelector('section[aria-label="Look here next"] h2');
    if (!h2 || h2.textContent !== said) return { marked: marked || now, ruled: now };
  }
  return undefined;
}
