import { fetchSample, SAMPLES } from '../../demo';

/** Pages and files that come with the demo, to try intake on. */
export const samples = SAMPLES;
export const sampleFiles = fetchSample;
