import { createStore } from 'zustand';

/** A project file that was dropped while a bolt was open: the shelf takes it as soon as it is shown. */
export const arriving = createStore<{ file: File | null }>(() => ({ file: null }));
