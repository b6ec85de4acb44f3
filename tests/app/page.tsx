import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { ThemeProvider } from '@mui/material/styles';
import { fireEvent } from '@testing-library/dom';
import { createRoot, type Root } from 'react-dom/client';
import { nextSession } from '../../src/session/kernel';
import Editor from '../../src/ui/editor';
import Shelf from '../../src/ui/shelf/shelf';
import Notices from '../../src/ui/theme/notices';
import { theme } from '../../src/ui/theme/theme';
import { type Download, nextDownload } from './downloads';
import { carried, Locator, pressKey, tellClipboard, user } from './locator';
import { go, usePath } from './navigation';
import { checking } from './worker';

function Shown() {
  const path = usePath();
  const bolt = /^\/bolt\/(.+)$/.exec(path)?.[1];
  return bolt ? <Editor key={bolt} id={bolt} /> : <Shelf />;
}

/** Styles are not laid on the page: nothing is seen here, and they would be read for every element. */
const cache = createCache({ key: 'css', container: document.createElement('div') });
cache.sheet.insert = () => {};

/** Keys that are held while the pointer is used. */
const held = { shiftKey: false, ctrlKey: false };
const HOLDS: Record<string, keyof typeof held> = { Shift: 'shiftKey', Control: 'ctrlKey' };
const hold = (key: string, on: boolean) => {
  const name = HOLDS[key];
  if (name) held[name] = on;
};

/** The pointer, on the cloth or on whatever else a test puts it on: where things lie is not known without a browser. */
class Mouse {
  on = new Locator(() => [...document.querySelectorAll<HTMLElement>('[data-testid="cloth"]')], 'the cloth');
  private at = { clientX: 0, clientY: 0 };
  private buttons = 0;
  private tell(type: string) {
    const more = { pointerId: 1, bubbles: true, cancelable: true, button: 0, buttons: this.buttons };
    fireEvent(this.on.one, new PointerEvent(type, { ...this.at, ...held, ...more }));
  }
  async move(x: number, y: number, { steps = 1 } = {}) {
    const { clientX, clientY } = this.at;
    for (let n = 1; n <= steps; n++) {
      this.at = {
        clientX: clientX + ((x - clientX) * n) / steps,
        clientY: clientY + ((y - clientY) * n) / steps,
      };
      this.tell('pointermove');
    }
  }
  async down() {
    this.buttons = 1;
    this.tell('pointerdown');
    this.on.one.focus();
  }
  async up() {
    this.buttons = 0;
    this.tell('pointerup');
  }
  async click(x: number, y: number) {
    await this.move(x, y);
    await this.down();
    await this.up();
  }
}

const body = new Locator(() => [document.body], 'on the page');

/** A page with the application on it. The methods are those of Playwright's Page, so that a test reads the same with a browser and without. */
export class Page {
  private root: Root | null = null;
  getByRole: Locator['getByRole'] = (...asked) => body.getByRole(...asked);
  getByLabel: Locator['getByLabel'] = (...asked) => body.getByLabel(...asked);
  getByText: Locator['getByText'] = (...asked) => body.getByText(...asked);
  getByTestId: Locator['getByTestId'] = (id) => body.getByTestId(id);
  getByAltText: Locator['getByAltText'] = (text) => body.getByAltText(text);
  locator: Locator['locator'] = (selector) => body.locator(selector);
  keyboard = {
    press: pressKey,
    type: (text: string) => user.keyboard(text),
    down: async (key: string) => hold(key, true),
    up: async (key: string) => hold(key, false),
  };
  /** Pastes what was copied elsewhere. */
  pasteText = (text: string) => tellClipboard('paste', carried([], new Map([['text/plain', text]])));
  pasteFile = (file: File) => tellClipboard('paste', carried([file]));
  mouse = new Mouse();

  /** Shows what is at an address, as a browser does: nothing of the page before is left but what was kept. */
  async goto(path: string) {
    await this.leave();
    go(path);
    this.root = createRoot(document.body.appendChild(document.createElement('div')));
    this.root.render(
      <CacheProvider value={cache}>
        <ThemeProvider theme={theme}>
          <Notices>
            <Shown />
          </Notices>
        </ThemeProvider>
      </CacheProvider>,
    );
  }
  reload = () => this.goto(usePath.getState());
  /** Closes the page; what the bolt on it still had to write is written. */
  async leave() {
    const { before } = nextSession();
    this.root?.unmount();
    this.root = null;
    document.body.replaceChildren();
    checking.end();
    await before;
  }
  url = () => `http://localhost${usePath.getState()}`;
  /** The next file that is handed to the person. */
  waitForEvent = (_: 'download'): Promise<Download> => nextDownload();
  /** Runs something beside the application, in the same process. */
  async evaluate<T, A>(act: (argument: A) => T, argument?: A): Promise<Awaited<T>> {
    return await act(argument as A);
  }
}
