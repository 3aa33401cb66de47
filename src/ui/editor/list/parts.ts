/** Parts of the list that are fetched once the first picture stands, or when they are first shown. */
import { later } from '../../shared/later';

export const NewerList = later(() => import('./NewerList').then((part) => part.NewerList));
export const PasteDialog = later(() => import('./PasteDialog').then((part) => part.PasteDialog));
export const Table = later(() => import('./Table').then((part) => part.Table));
export const WorkOnLines = later(() => import('./WorkOnLines').then((part) => part.WorkOnLines));
