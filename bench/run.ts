/**
 * npm run bench: speed and accuracy, as a table and as JSON. Takes hours; asks for a build and ffmpeg. With
 * --quick, what compiled loops gain and how long whole commands take, printed alone; with --ratios, what compiled
 * loops gain beside what is kept of it, and with --keep that is kept anew.
 */
import { accuracy } from './accuracy';
import { agreement } from './agree';
import { commandSpeed } from './commands';
import { compiledSpeed } from './compiled';
import { edgesOfSkin } from './edges';
import { findAccuracy } from './find';
import { headsAccuracy } from './heads';
import { manyPhotosMemory } from './manyPhotos';
import { mendedPictures } from './mended';
import { pageSpeed } from './page';
import { renderSpeed } from './render';
import { keepRatios, keptRatios, ratiosOf, worsened } from './ratios';
import { report, say } from './report';
import { dyedRims } from './rims';
import { rowsAccuracy } from './rows';
import { setAccuracy } from './set';
import { shotAccuracy } from './shot';
import { sliderSpeed } from './sliders';

if (process.argv.includes('--quick')) {
  say({ 'Compiled loops': compiledSpeed(), 'Whole commands': await commandSpeed(1) });
  process.exit();
}
if (process.argv.includes('--ratios')) {
  const rows = compiledSpeed();
  say({ 'Compiled loops': rows });
  const worse = worsened(keptRatios(), ratiosOf(rows));
  console.log(worse.length === 0 ? 'No ratio is worse by more than a fifth.' : `WORSE\n${worse.join('\n')}`);
  if (process.argv.includes('--keep')) keepRatios(ratiosOf(rows));
  process.exit();
}
report({
  'In the page': await pageSpeed(),
  'Many photos in the page': await manyPhotosMemory(),
  'Page, command line and server': await agreement(),
  'Full render': await renderSpeed(),
  'A new value of a step': await sliderSpeed(),
  'Compiled loops': compiledSpeed(),
  'Whole commands': await commandSpeed(3),
  'Find on the made-up portraits': await findAccuracy(),
  'Find on small heads': await headsAccuracy(),
  'Find on people in rows': await rowsAccuracy(),
  'Accuracy on the made-up portraits': await accuracy(),
  'Four presses: find, check, mend all': await mendedPictures(),
  'A set: evened, joined, carried': await setAccuracy(),
  'A moving shot: followed': await shotAccuracy(),
  'Edges of skin steps': await edgesOfSkin(),
  'Edges of dyed hair': await dyedRims(),
});
