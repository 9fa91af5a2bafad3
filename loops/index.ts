// The entry of the compiled loops: what core/loops may call.
export { boxMeans } from './boxMeans';
export { fitGuided, prepareGuide } from './guidedFilter';
export { evaluateGuidedLine, guideLine, lineBetween } from './guidedEvaluate';
export { addDensities } from './mixture';
