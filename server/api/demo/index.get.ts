import { demoListSchema } from '#core/formats/demoList';

/** The list of demo photos. */
export default defineEventHandler(async () => demoListSchema.parse(await useStorage('assets:demo').getItem('list.json')));
