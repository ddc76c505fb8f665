import { putAside } from '@/server/store';
import { recordRoute } from '../../../record-route';

/** Puts a value among the earlier ones of a record, before it gives way to another. */
export const POST = recordRoute(putAside);
