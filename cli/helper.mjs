import { built } from './built.mjs';

await import(await built('helperMain'));
