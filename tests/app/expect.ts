import { expect as base } from 'vitest';
import { fits, type Locator } from './locator';

type Text = string | RegExp;
type Wait = { timeout?: number };
type Judged = { pass: boolean; message: () => string };

/** How long something is waited for, ms: the services of the workers run in the process of the tests. */
const MOST_MS = 60_000;
/** How soon it is looked at again, ms: at first, and at the latest. */
const AGAIN_MS = { first: 15, latest: 200 };

/** Holds a judgement until it is what is wanted, or for so long. */
async function until(
  negated: boolean | undefined,
  told: () => string,
  holds: () => boolean,
  most = MOST_MS,
): Promise<Judged> {
  const isNot = negated === true;
  const end = performance.now() + most;
  for (let again = AGAIN_MS.first; ; again = Math.min(again * 1.4, AGAIN_MS.latest)) {
    let pass = false;
    let why = '';
    try {
      pass = holds();
    } catch (error) {
      // What is not on the page has no text; that it has one can be neither held nor not.
      why = String(error);
      pass = isNot;
    }
    if (pass !== isNot || performance.now() > end)
      return {
        pass,
        message: () => `${told()} ${why}\nThe page: ${document.body.textContent?.slice(0, 600)}`,
      };
    await new Promise((look) => setTimeout(look, again));
  }
}

type This = { isNot?: boolean };
const typedIn = (at: Locator) => (at.one as HTMLInputElement).value;
const matches = (has: string | null, wanted: Text) =>
  wanted instanceof RegExp ? wanted.test(has ?? '') : has === wanted;

/** The matchers of Playwright that wait, over what happy-dom has. */
base.extend({
  toBeVisible(this: This, at: Locator, { timeout }: Wait = {}) {
    return until(
      this.isNot,
      () => `${at}: is it there?`,
      () => at.all().length > 0 && Boolean(at.one),
      timeout,
    );
  },
  toHaveCount(this: This, at: Locator, count: number, { timeout }: Wait = {}) {
    return until(
      this.isNot,
      () => `${at}: ${at.all().length} of them, not ${count}`,
      () => at.all().length === count,
      timeout,
    );
  },
  toContainText(this: This, at: Locator, text: Text, { timeout }: Wait = {}) {
    const has = () => `${at}: "${at.all().map((e) => e.textContent)}" against "${text}"`;
    return until(
      this.isNot,
      has,
      () =>
        text instanceof RegExp
          ? fits(at.one.textContent, text)
          : at.one.textContent?.replace(/[\s\u200b]+/g, ' ').includes(text) === true,
      timeout,
    );
  },
  toHaveText(this: This, at: Locator, text: Text, { timeout }: Wait = {}) {
    const has = () => `${at}: "${at.all().map((e) => e.textContent)}" against "${text}"`;
    return until(this.isNot, has, () => fits(at.one.textContent, text, true), timeout);
  },
  toHaveValue(this: This, at: Locator, value: Text) {
    return until(
      this.isNot,
      () => `${at}: "${at.all().map((e) => (e as HTMLInputElement).value)}" against "${value}"`,
      () => matches(typedIn(at), value),
    );
  },
  toHaveAttribute(this: This, at: Locator, name: string, value: Text = /(?:)/, { timeout }: Wait = {}) {
    const has = () => `${at}: ${name}="${at.all().map((e) => e.getAttribute(name))}" against "${value}"`;
    return until(
      this.isNot,
      has,
      () => at.one.hasAttribute(name) && matches(at.one.getAttribute(name), value),
      timeout,
    );
  },
  toHaveClass(this: This, at: Locator, value: RegExp) {
    return until(
      this.isNot,
      () => `${at}: class ${at.one.className}`,
      () => value.test(at.one.className),
    );
  },
  toHaveAccessibleName(this: This, at: Locator, name: Text) {
    const named = () => at.one.getAttribute('aria-label') ?? at.one.textContent;
    return until(
      this.isNot,
      () => `${at}: "${named()}" against "${name}"`,
      () => fits(named(), name, true),
    );
  },
  toBeChecked(this: This, at: Locator) {
    return until(
      this.isNot,
      () => `${at}: is it ticked?`,
      () => (at.one as HTMLInputElement).checked,
    );
  },
  toBeDisabled(this: This, at: Locator) {
    return until(
      this.isNot,
      () => `${at}: is it disabled?`,
      () => at.one.closest('[disabled], [aria-disabled="true"]') !== null,
    );
  },
  toBeEnabled(this: This, at: Locator, { timeout }: Wait = {}) {
    return until(
      this.isNot,
      () => `${at}: is it enabled?`,
      () => at.one.closest('[disabled], [aria-disabled="true"]') === null,
      timeout,
    );
  },
});

interface Waiting {
  toBeVisible(wait?: Wait): Promise<void>;
  toHaveCount(count: number, wait?: Wait): Promise<void>;
  toContainText(text: Text, wait?: Wait): Promise<void>;
  toHaveText(text: Text, wait?: Wait): Promise<void>;
  toHaveValue(value: Text): Promise<void>;
  toHaveAttribute(name: string, value?: Text, wait?: Wait): Promise<void>;
  toHaveClass(value: RegExp): Promise<void>;
  toHaveAccessibleName(name: Text): Promise<void>;
  toBeChecked(): Promise<void>;
  toBeDisabled(): Promise<void>;
  toBeEnabled(wait?: Wait): Promise<void>;
}
declare module 'vitest' {
  // biome-ignore lint/suspicious/noExplicitAny: as vitest declares it.
  interface Matchers<T = any> extends Waiting {}
}

/** vitest's own, with those. */
export const expect = base;
