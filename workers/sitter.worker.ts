import { LocalSitterMakers } from '#core/segment/sitterCrew';
import type { SitterExchanges } from './protocol';
import { serve } from './serve';

const makers = new LocalSitterMakers();

serve<SitterExchanges>({ tell: (message) => makers.answer(message) });
