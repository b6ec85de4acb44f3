const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' });
const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const short = new Intl.DateTimeFormat('en-GB', { dateStyle: 'short', timeStyle: 'short' });

type When = number | string | Date;

/** A date: "2 Dec 2026". */
export const dayText = (at: When): string => day.format(new Date(at));
/** A date and a time: "2 Dec 2026, 14:37". */
export const momentText = (at: When): string => moment.format(new Date(at));
/** The same, short: "02/12/2026, 14:37". */
export const shortMomentText = (at: When): string => short.format(new Date(at));
