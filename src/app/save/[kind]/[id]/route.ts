import { storeSent } from '@/server/store';
import { recordRoute } from '../../record-route';

/** Stores a record over the revision that it was made from. Sending the same once more does no harm. */
export const POST = recordRoute(storeSent);
