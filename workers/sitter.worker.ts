import { OwnMakers } from '#core/segment/sitterCrew';
import type { SitterExchanges } from './protocol';
import { serve } from './serve';

const makers = new OwnMakers();

serve<SitterExchanges>({ tell: (message) => makers.answer(message) });
