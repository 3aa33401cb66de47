import { sharesRoute } from '../../../../../server/sharing-routes';

export const ALL = sharesRoute('style', 'id');
