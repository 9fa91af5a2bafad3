import { removeArea } from '#core/document/commands';
import type { Mark, Photo } from '#core/document/schema';
import { area } from './index';

/** A photo without an area: its readings and steps go with it, and the marks of others that name it. */
export function withoutArea(photo: Photo, areaId: string): Photo {
  const left = removeArea(photo, areaId);
  const isOfIt = ({ kind, parameters }: Mark) => kind === area.id && parameters.areaId === areaId;
  return {
    ...left,
    areas: left.areas.map((other) =>
      other.marks.some(isOfIt) ? { ...other, marks: other.marks.filter((mark) => !isOfIt(mark)) } : other,
    ),
  };
}
