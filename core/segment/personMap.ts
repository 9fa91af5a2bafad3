import { clampUnit } from '../math/clamp';
import type { Pyramid } from '../raster/pyramid';
import { faceToImage, imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { BODY_CROP, BODY_CROP_BELOW, BODY_CROP_FROM, HEAD_CROP } from './headParameters';
import { PERSON_SIZE } from './networks';
import type { FaceNetworks } from './networks';
import { answerAt, placesInSquare, turnedCrop } from './turnedCrop';
import type { TurnedSquare } from './turnedCrop';

/** What the person network says of a head and of the whole photo. */
export type PersonMap = (point: LandmarkPoint) => number;

type Placing = ReturnType<typeof placesInSquare>;

/** Asks the person network about a photo or a part of it: 0..1 where people are. */
export async function personMap(
  pyramid: Pyramid,
  frame: FaceFrame,
  networks: FaceNetworks,
): Promise<PersonMap> {
  const whole = {
    centreX: pyramid.width / 2,
    centreY: pyramid.height / 2,
    side: Math.max(pyramid.width, pyramid.height),
    tiltRadians: 0,
  };
  const head = {
    centreX: frame.origin[0],
    centreY: frame.origin[1],
    side: HEAD_CROP * frame.unit,
    tiltRadians: frame.tiltRadians,
  };
  const [bodyX, bodyY] = faceToImage(frame, [0, BODY_CROP_BELOW]);
  const body = { centreX: bodyX, centreY: bodyY, side: BODY_CROP * frame.unit, tiltRadians: 0 };
  const ask = (square: TurnedSquare) => networks.person(turnedCrop(pyramid, square, PERSON_SIZE));
  const far = await ask(whole);
  const near = await ask(head);
  const middle = body.side < BODY_CROP_FROM * whole.side ? await ask(body) : undefined;
  const seen = far.some((value) => value > 0.8);
  const [inWhole, inHead, inBody] = [whole, head, body].map(placesInSquare) as [Placing, Placing, Placing];
  return (point) => {
    const [u, v] = imageToFace(frame, point);
    // A crop is trusted in its middle, less towards its border.
    const trust = clampUnit((HEAD_CROP / 2 - Math.max(Math.abs(u), Math.abs(v))) / 0.4) * (seen ? 0.6 : 1);
    let wide = answerAt(far, PERSON_SIZE, inWhole(point));
    if (middle) {
      const [x, y] = inBody(point);
      const inner = clampUnit((BODY_CROP * Math.min(x, y, 1 - x, 1 - y)) / 0.8) * (seen ? 0.6 : 1);
      if (inner > 0) wide += inner * (answerAt(middle, PERSON_SIZE, [x, y]) - wide);
    }
    const close = trust > 0 ? answerAt(near, PERSON_SIZE, inHead(point)) : 0;
    return trust * close + (1 - trust) * wide;
  };
}
