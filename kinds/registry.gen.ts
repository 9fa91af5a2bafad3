// Written by scripts/list-kinds.ts from the folders of kinds/. Do not edit.
import { collectKinds } from '#core/render/kinds';
import { evenness } from './adjust/evenness/index';
import { hueToTarget } from './adjust/hue-to-target/index';
import { match } from './adjust/match/index';
import { recolour } from './adjust/recolour/index';
import { brush } from './mark/brush/index';
import { edgeStroke } from './mark/edge-stroke/index';
import { ellipse } from './mark/ellipse/index';
import { foundPart } from './mark/found-part/index';
import { lasso } from './mark/lasso/index';
import { picture } from './mark/picture/index';

export const KINDS = collectKinds([brush, edgeStroke, ellipse, foundPart, lasso, picture], [evenness, hueToTarget, match, recolour]);
