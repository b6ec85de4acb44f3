export { svgOf, type TracedPlate, type TraceOptions, traceArt, traceDifference } from './trace';
