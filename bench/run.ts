/**
 * npm run bench: speed and accuracy, as a table and as JSON. Takes some minutes; asks for a build and ffmpeg.
 */
import { accuracy } from './accuracy';
import { agreement } from './agree';
import { edgesOfSkin } from './edges';
import { findAccuracy } from './find';
import { headsAccuracy } from './heads';
import { manyPhotosMemory } from './manyPhotos';
import { mendedPictures } from './mended';
import { pageSpeed } from './page';
import { renderSpeed } from './render';
import { report } from './report';
import { setAccuracy } from './set';

report({
  'In the page': await pageSpeed(),
  'Many photos in the page': await manyPhotosMemory(),
  'Page, command line and server': await agreement(),
  'Full render': await renderSpeed(),
  'Find on the made-up portraits': await findAccuracy(),
  'Find on small heads': await headsAccuracy(),
  'Accuracy on the made-up portraits': await accuracy(),
  'Four presses: find, check, mend all': await mendedPictures(),
  'A set: evened, joined, carried': await setAccuracy(),
  'Edges of skin steps': await edgesOfSkin(),
});
