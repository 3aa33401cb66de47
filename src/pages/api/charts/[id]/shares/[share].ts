import { shareRoute } from '../../../../../server/sharing-routes';

export const ALL = shareRoute('chart', 'id');
