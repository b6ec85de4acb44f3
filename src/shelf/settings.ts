import { withDb } from './db';

export const readSetting = (key: string): Promise<unknown> => withDb((db) => db.get('settings', key));

export const writeSetting = (key: string, value: unknown): Promise<unknown> =>
  withDb((db) => db.put('settings', value, key));
