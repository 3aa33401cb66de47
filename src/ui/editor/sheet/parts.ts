/** Parts of the sheet that are fetched once the first picture stands, or when they are first shown. */
import { later } from '../../shared/later';

export const ItemMenu = later(() => import('./ItemMenu').then((part) => part.ItemMenu));
