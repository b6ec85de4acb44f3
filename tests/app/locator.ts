import { fireEvent, queryAllByLabelText, queryAllByRole } from '@testing-library/dom';
import userEvent from '@testing-library/user-event';
import { canvasOf } from './canvas';

type Name = string | RegExp;
type RoleOptions = { name?: Name; exact?: boolean; expanded?: boolean };
type FileGiven = string | { name: string; mimeType: string; buffer: Uint8Array };

export const user = userEvent.setup({ delay: null, pointerEventsCheck: 0, applyAccept: false });

const folded = (text: string | null) => (text ?? '').replace(/[\s\u200b]+/g, ' ').trim();

/** As Playwright holds texts together: a part of it in any case, or the whole of it. */
export function fits(text: string | null, wanted: Name, exact = false): boolean {
  const has = folded(text);
  if (wanted instanceof RegExp) return wanted.test(has);
  return exact ? has === folded(wanted) : has.toLowerCase().includes(folded(wanted).toLowerCase());
}

/** What is read out of the page by those who do not see it. */
const isRead = (element: Element) => !element.closest('[aria-hidden="true"]');

/** The innermost elements whose text fits. */
function byText(within: ParentNode, wanted: Name, exact?: boolean): HTMLElement[] {
  const found = [...within.querySelectorAll<HTMLElement>('*')].filter((e) =>
    fits(e.textContent, wanted, exact),
  );
  return found.filter((e) => !found.some((other) => other !== e && e.contains(other)));
}

/** In the order of the page, each once. */
const ordered = (elements: HTMLElement[]) =>
  [...new Set(elements)].sort((a, b) =>
    a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1,
  );

/** A key as Playwright names it, as user-event does: Control+z. */
function typed(key: string): string {
  const parts = key === '+' ? ['+'] : key.split('+');
  const last = parts.pop() ?? '';
  const name = last.length > 1 || last === '{' || last === '[' ? `{${last}}` : last;
  return `${parts.map((p) => `{${p}>}`).join('')}${name}${parts.map((p) => `{/${p}}`).join('')}`;
}

/** What is copied and pasted, dragged and dropped: happy-dom's own takes no files of Node's, and forgets its data between events. */
export function carried(files: File[] = [], text = new Map<string, string>()) {
  const types = [...text.keys(), ...(files.length ? ['Files'] : [])];
  return {
    ...{
      types,
      files,
      items: files.map((file) => ({ kind: 'file', type: file.type, getAsFile: () => file })),
    },
    setData(type: string, data: string) {
      if (!text.has(type)) types.push(type);
      text.set(type, data);
    },
    getData: (type: string) => text.get(type) ?? '',
    ...{ setDragImage() {}, dropEffect: 'none', effectAllowed: 'all' },
  };
}

/** Tells of a copy, a cut or a paste where the focus is. */
export function tellClipboard(type: 'copy' | 'paste', clipboardData: ReturnType<typeof carried>) {
  const event = new Event(type, { bubbles: true, cancelable: true });
  (document.activeElement ?? document.body).dispatchEvent(Object.assign(event, { clipboardData }));
}
const clipboard = { now: carried() };

/** Presses a key, on the element in focus. */
export async function pressKey(key: string) {
  await user.keyboard(typed(key));
  if (key === 'Control+c') {
    clipboard.now = carried();
    tellClipboard('copy', clipboard.now);
  }
  if (key === 'Control+v') tellClipboard('paste', clipboard.now);
}

/** Waits until something can be had, and is slower to look again the longer that takes. @throws what kept it for a minute. */
async function eventually<T>(find: () => T): Promise<T> {
  const end = performance.now() + 60_000;
  for (let again = 10; ; again = Math.min(again * 1.4, 200)) {
    try {
      return find();
    } catch (error) {
      if (performance.now() > end) throw error;
    }
    await new Promise((look) => setTimeout(look, again));
  }
}

/** Something on the page: looked for each time it is wanted. The methods are those of Playwright's Locator. */
export class Locator {
  constructor(
    /** All that it means, in the order of the page. */
    readonly all: () => HTMLElement[],
    private readonly told: string,
  ) {}

  private within(told: string, find: (e: HTMLElement) => HTMLElement[]) {
    const all = () => {
      const from = this.all();
      return from.length > 1 ? ordered(from.flatMap(find)) : from.flatMap(find);
    };
    return new Locator(all, `${this.told} ${told}`);
  }
  getByRole(role: string, { name, exact, expanded }: RoleOptions = {}) {
    const fit = name === undefined ? undefined : (text: string) => fits(text, name, exact);
    return this.within(name === undefined ? role : `${role} ${name}`, (e) =>
      queryAllByRole(e, role, { hidden: true, name: fit, expanded }).filter(isRead),
    );
  }
  getByLabel(label: Name, { exact }: { exact?: boolean } = {}) {
    return this.within(`labelled ${label}`, (e) => [
      ...queryAllByLabelText(e, (text) => fits(text, label, exact), { selector: ':not(label)' }),
    ]);
  }
  getByText(text: Name, { exact }: { exact?: boolean } = {}) {
    return this.within(`"${text}"`, (e) => byText(e, text, exact));
  }
  getByTestId(id: string) {
    return this.locator(`[data-testid="${id}"]`);
  }
  getByAltText(text: Name) {
    return this.within(`picture ${text}`, (e) =>
      [...e.querySelectorAll<HTMLElement>('[alt]')].filter((i) => fits(i.getAttribute('alt'), text)),
    );
  }
  locator(selector: string) {
    return this.within(selector, (e) => [...e.querySelectorAll<HTMLElement>(selector)]);
  }
  filter({ hasText }: { hasText: Name }) {
    return new Locator(
      () => this.all().filter((e) => fits(e.textContent, hasText)),
      `${this.told} with "${hasText}"`,
    );
  }
  nth(n: number) {
    return new Locator(() => this.all().slice(n, n === -1 ? undefined : n + 1), `${this.told}, number ${n}`);
  }
  first = () => this.nth(0);
  last = () => this.nth(-1);

  /** The one element that it means now. @throws when there is none, or more than one. */
  get one(): HTMLElement {
    const [found, ...others] = this.all();
    if (!found) throw new Error(`Not on the page: ${this.told}`);
    if (others.length) throw new Error(`${others.length + 1} on the page: ${this.told}`);
    return found;
  }
  toString = () => this.told;

  private wait = () => eventually(() => this.one);
  /** Waits until it is there and not disabled, as whoever uses it would. */
  private async ready(): Promise<HTMLElement> {
    return eventually(() => {
      const found = this.one;
      if (found.closest('[disabled], [aria-disabled="true"]')) throw new Error(`Disabled: ${this.told}`);
      return found;
    });
  }

  async click({
    modifiers = [],
    position,
  }: {
    modifiers?: string[];
    position?: { x: number; y: number };
  } = {}) {
    const at = await this.ready();
    const coords = { clientX: position?.x ?? 0, clientY: position?.y ?? 0 };
    const held = modifiers.map((m) => `{${m}>}`).join('');
    if (held) await user.keyboard(held);
    await user.pointer({ keys: '[MouseLeft]', target: at, coords });
    if (held) await user.keyboard(modifiers.map((m) => `{/${m}}`).join(''));
  }
  /** Drags it onto something else and lets it go there. */
  async dragTo(target: Locator, { targetPosition = { x: 0, y: 0 } } = {}) {
    const [card, to] = [await this.ready(), await target.wait()];
    const from = card.querySelector('[draggable=true]') ?? card;
    const dataTransfer = carried();
    const at = { clientX: targetPosition.x, clientY: targetPosition.y };
    for (const [type, on] of [
      ['dragstart', from],
      ['dragover', to],
      ['drop', to],
      ['dragend', from],
    ] as const)
      on.dispatchEvent(
        Object.assign(new MouseEvent(type, { ...at, bubbles: true, cancelable: true }), { dataTransfer }),
      );
  }
  async dblclick() {
    await user.dblClick(await this.ready());
  }
  async check() {
    const box = (await this.ready()) as HTMLInputElement;
    if (!box.checked) await user.click(box);
  }
  async uncheck() {
    const box = (await this.ready()) as HTMLInputElement;
    if (box.checked) await user.click(box);
  }
  async fill(value: string) {
    const field = await this.ready();
    field.focus();
    fireEvent.input(field, { target: { value } });
  }
  async focus() {
    (await this.wait()).focus();
  }
  async blur() {
    (await this.wait()).blur();
  }
  async press(key: string) {
    await this.focus();
    await pressKey(key);
  }
  async setInputFiles(given: FileGiven | FileGiven[]) {
    const input = await this.wait();
    const { readFileSync } = process.getBuiltinModule('node:fs');
    const files = [given]
      .flat()
      .map((f) =>
        typeof f === 'string'
          ? new File([readFileSync(f)], f.split('/').at(-1) ?? f)
          : new File([new Uint8Array(f.buffer)], f.name, { type: f.mimeType }),
      );
    Object.defineProperty(input, 'files', { value: files, configurable: true });
    fireEvent.change(input);
  }
  count = async () => this.all().length;
  isVisible = async () => this.all().length > 0;
  isEnabled = async () => !this.one.closest('[disabled], [aria-disabled="true"]');
  async textContent() {
    return (await this.wait()).textContent;
  }
  async inputValue() {
    return ((await this.wait()) as HTMLInputElement).value;
  }
  async getAttribute(name: string) {
    return (await this.wait()).getAttribute(name);
  }
  async evaluate<T, E extends HTMLElement>(act: (element: E) => T): Promise<Awaited<T>> {
    return await act((await this.wait()) as E);
  }
  evaluateAll = async <T>(act: (elements: HTMLElement[]) => T) => act(this.all());
  /** The canvas in it, as a PNG. */
  async screenshot(): Promise<Buffer> {
    const at = await this.wait();
    const canvas = at instanceof HTMLCanvasElement ? at : at.querySelector('canvas');
    if (!canvas) throw new Error(`No canvas: ${this.told}`);
    return canvasOf(canvas).encode('png');
  }
  async boundingBox() {
    return (await this.wait()).getBoundingClientRect();
  }
}
