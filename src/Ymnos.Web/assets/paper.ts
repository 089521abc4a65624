// The scripts of all pages on paper. The booth and the screen have their own.
import Alpine from '@alpinejs/csp';
import { order } from '../Pages/Calendar/order';
import { sending } from '../Pages/Calendar/sending';
import { bringing } from '../Pages/Styles/bringing';
import { styleDesk } from '../Pages/Styles/styleDesk';
import { job } from '../Pages/Jobs/job';
import { choosing } from '../Pages/Songs/Import/choosing';
import { chips } from '../Pages/Songs/chips';
import { laying } from '../Pages/Songs/laying';
import { printing } from '../Pages/Songs/printing';
import { songDesk } from '../Pages/Songs/songDesk';
import { finding } from '../Pages/Songs/finding';
import { wordsDesk } from '../Pages/Songs/wordsDesk';

Alpine.data('finding', finding);
Alpine.data('songDesk', songDesk);
Alpine.data('chips', chips);
Alpine.data('job', job);
Alpine.data('choosing', choosing);
Alpine.data('laying', laying);
Alpine.data('printing', printing);
Alpine.data('wordsDesk', wordsDesk);
Alpine.data('order', order);
Alpine.data('sending', sending);
Alpine.data('bringing', bringing);
Alpine.data('styleDesk', styleDesk);
Alpine.start();
