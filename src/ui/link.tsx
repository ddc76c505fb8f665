import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link within Kokyu. Nothing is fetched before it is pressed: a page that was fetched ahead would hold a client’s file in
 * the browser that nobody has opened, and stand in the log as looked at.
 */
export const Link = (props: ComponentProps<typeof NextLink>) => <NextLink prefetch={false} {...props} />;
