import { commandSpeed } from './commands';
import { renderSpeed } from './render';
for (const r of await commandSpeed(2)) console.log(r.what, r.value.toFixed(2), r.unit, r.must);
for (const r of await renderSpeed()) console.log(r.what, r.value.toFixed(2), r.unit, r.must);
