// Written by scripts/list-kinds.ts from the folders of kinds/. Do not edit.
import { collectKinds } from '#core/render/kinds';
import { hueToTarget } from './adjust/hue-to-target/index';
import { recolour } from './adjust/recolour/index';
import { brush } from './mark/brush/index';
import { edgeStroke } from './mark/edge-stroke/index';
import { ellipse } from './mark/ellipse/index';

export const KINDS = collectKinds([brush, edgeStroke, ellipse], [hueToTarget, recolour]);
