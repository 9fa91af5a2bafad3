import { commandSpeed } from './commands'; import { pageSpeed } from './page'; import { say } from './report';
say({ 'In the page': await pageSpeed(), 'Whole commands': await commandSpeed(3) }); process.exit();
