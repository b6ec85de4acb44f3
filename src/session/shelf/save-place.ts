import { readSetting, writeSetting } from '../../shelf';
import { sessionStore } from '../kernel';

const KEY = 'ask-where';

/** Whether it is asked where a file is to go, each time; else they go where the browser puts them. */
export const useSavePlace = sessionStore(() => ({ ask: false }));

/** Takes what was chosen on this machine. */
export async function readySavePlace() {
  useSavePlace.setState({ ask: (await readSetting(KEY)) === true });
}

export function setAskWhere(ask: boolean) {
  useSavePlace.setState({ ask });
  void writeSetting(KEY, ask);
}
