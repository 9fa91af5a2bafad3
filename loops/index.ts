// The entry of the compiled loops: what core/loops may call.
export { boxMeans } from './boxMeans';
export { dyeBodies } from './dye';
export { cleanEdges } from './edges';
export { readLine } from './field';
export { fitGuided, prepareGuide } from './guidedFilter';
export { evaluateGuidedLine, guideLine, lineBetween } from './guidedEvaluate';
export { softenMask } from './maskSoften';
export { addDensities } from './mixture';
export { lightToOklab, oklabToLight } from './oklab';
export {
  addCodes,
  blendCovered,
  decodeCodes,
  encodeCodes,
  foldPixels,
  gatherCovered,
  lookUpColours,
} from './runs';
export { takeOffVeil } from './veil';
