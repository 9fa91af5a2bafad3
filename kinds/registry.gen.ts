// Written by scripts/list-kinds.ts from the folders of kinds/. Do not edit.
import { collectKinds } from '#core/render/kinds';
import { balance } from './adjust/balance/index';
import { castTrim } from './adjust/cast-trim/index';
import { clear } from './adjust/clear/index';
import { curves } from './adjust/curves/index';
import { evenToColour } from './adjust/even-to-colour/index';
import { evenness } from './adjust/evenness/index';
import { families } from './adjust/families/index';
import { hueToTarget } from './adjust/hue-to-target/index';
import { light } from './adjust/light/index';
import { match } from './adjust/match/index';
import { monochrome } from './adjust/monochrome/index';
import { prepare } from './adjust/prepare/index';
import { recolour } from './adjust/recolour/index';
import { relief } from './adjust/relief/index';
import { veil } from './adjust/veil/index';
import { area } from './mark/area/index';
import { brush } from './mark/brush/index';
import { colourReach } from './mark/colour-reach/index';
import { discReach } from './mark/disc-reach/index';
import { doubtfulPlace } from './mark/doubtful-place/index';
import { edgeStroke } from './mark/edge-stroke/index';
import { ellipse } from './mark/ellipse/index';
import { foundPart } from './mark/found-part/index';
import { lasso } from './mark/lasso/index';
import { lightReach } from './mark/light-reach/index';
import { outline } from './mark/outline/index';
import { picture } from './mark/picture/index';
import { roundFade } from './mark/round-fade/index';
import { straightFade } from './mark/straight-fade/index';
import { strandSweep } from './mark/strand-sweep/index';

export const KINDS = collectKinds(
  [
    area,
    brush,
    colourReach,
    discReach,
    doubtfulPlace,
    edgeStroke,
    ellipse,
    foundPart,
    lasso,
    lightReach,
    outline,
    picture,
    roundFade,
    straightFade,
    strandSweep,
  ],
  [
    balance,
    castTrim,
    clear,
    curves,
    evenToColour,
    evenness,
    families,
    hueToTarget,
    light,
    match,
    monochrome,
    prepare,
    recolour,
    relief,
    veil,
  ],
);
