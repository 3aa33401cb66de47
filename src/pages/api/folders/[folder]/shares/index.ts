import { sharesRoute } from '../../../../../server/sharing-routes';

export const ALL = sharesRoute('folder', 'folder');
