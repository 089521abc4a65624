// The scripts of all pages on paper. The booth and the screen have their own.
import Alpine from '@alpinejs/csp';
import { order } from '../Pages/Calendar/order';
import { finding } from '../Pages/Songs/finding';
import { wordsDesk } from '../Pages/Songs/wordsDesk';

Alpine.data('finding', finding);
Alpine.data('wordsDesk', wordsDesk);
Alpine.data('order', order);
Alpine.start();
