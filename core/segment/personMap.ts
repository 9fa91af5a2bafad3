import { clampUnit } from '../math/clamp';
import { boxMeans } from '../raster/boxMeans';
import { mapPlane } from '../raster/mapPlane';
import type { Pyramid } from '../raster/pyramid';
import { exposed } from './exposed';
import { faceToImage, imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import {
  BODY_CROP,
  BODY_CROP_BELOW,
  BODY_CROP_FROM,
  DEEP_WITHIN,
  HEAD_CROP,
  SURELY_PERSON,
} from './headParameters';
import { PERSON_SIZE } from './networks';
import type { FaceNetworks } from './networks';
import { answerAt, placesInSquare, turnedCrop } from './turnedCrop';
import type { TurnedSquare } from './turnedCrop';

/** How likely a point of the photo shows a person. */
export type PersonMap = (point: LandmarkPoint) => number;

/** A square of the photo, and what the network says of it. */
interface PersonAnswer {
  readonly square: TurnedSquare;
  readonly shares: Float32Array;
}

/** What the person network says of the whole photo, of a head, and of the body where that is small. */
export interface PersonAnswers {
  readonly frame: FaceFrame;
  /** with what lies deep within the silhouette */
  readonly whole: PersonAnswer & { readonly deep: Float32Array };
  readonly head: PersonAnswer;
  readonly body: PersonAnswer | undefined;
}

/** Asks the person network about a photo and about parts of it. @param whole what it said of all of it before */
export async function askPerson(
  pyramid: Pyramid,
  frame: FaceFrame,
  networks: FaceNetworks,
  whole?: PersonAnswers['whole'],
): Promise<PersonAnswers> {
  const ask = async (square: TurnedSquare) => ({
    square,
    shares: await networks.person(exposed(turnedCrop(pyramid, square, PERSON_SIZE))),
  });
  const side = Math.max(pyramid.width, pyramid.height);
  const all = { centreX: pyramid.width / 2, centreY: pyramid.height / 2, side, tiltRadians: 0 };
  const [bodyX, bodyY] = faceToImage(frame, [0, BODY_CROP_BELOW]);
  const body = { centreX: bodyX, centreY: bodyY, side: BODY_CROP * frame.unit, tiltRadians: 0 };
  return {
    frame,
    whole: whole ?? withDeep(await ask(all)),
    head: await ask({
      centreX: frame.origin[0],
      centreY: frame.origin[1],
      side: HEAD_CROP * frame.unit,
      tiltRadians: frame.tiltRadians,
    }),
    body: body.side < BODY_CROP_FROM * side ? await ask(body) : undefined,
  };
}

/** The answers together, 0..1 where people are. */
export function personMap({ frame, whole, head, body }: PersonAnswers): PersonMap {
  const seen = whole.shares.some((value) => value > 0.8);
  const inWhole = placesInSquare(whole.square);
  const inHead = placesInSquare(head.square);
  const inBody = body && placesInSquare(body.square);
  return (point) => {
    const [u, v] = imageToFace(frame, point);
    // A crop is trusted in its middle, less towards its border.
    const trust = clampUnit((HEAD_CROP / 2 - Math.max(Math.abs(u), Math.abs(v))) / 0.4) * (seen ? 0.6 : 1);
    const place = inWhole(point);
    let wide = answerAt(whole.shares, PERSON_SIZE, place);
    if (inBody) {
      const [x, y] = inBody(point);
      const inner = clampUnit((BODY_CROP * Math.min(x, y, 1 - x, 1 - y)) / 0.8) * (seen ? 0.6 : 1);
      if (inner > 0) wide += inner * (answerAt(body.shares, PERSON_SIZE, [x, y]) - wide);
    }
    const close = trust > 0 ? answerAt(head.shares, PERSON_SIZE, inHead(point)) : 0;
    const seenThere = trust * close + (1 - trust) * wide;
    // A crop shows parts of people without their heads, which the network does not take for people.
    return seenThere > SURELY_PERSON
      ? seenThere
      : Math.max(seenThere, answerAt(whole.deep, PERSON_SIZE, place));
  };
}

/** What is said where all about a place is surely a person too. */
function withDeep({ square, shares }: PersonAnswer): PersonAnswers['whole'] {
  const box = { channels: 1, width: PERSON_SIZE, height: PERSON_SIZE, radius: DEEP_WITHIN };
  const none = boxMeans(
    mapPlane(shares, (share) => Number(share < SURELY_PERSON)),
    box,
  );
  return { square, shares, deep: mapPlane(shares, (share, i) => (none[i]! < 1e-6 ? share : 0)) };
}
