import { OwnMakers } from '#core/segment/makeSitter';
import type { SitterExchanges } from './protocol';
import { serve } from './serve';

const makers = new OwnMakers();

serve<SitterExchanges>({ tell: (message) => makers.answer(message) });
