import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * Leads to another page of the site. That is fetched when somebody goes there: what stands on a page
 * depends on the moment, so whatever was fetched before would have to be fetched again.
 */
export const Link = (props: ComponentProps<typeof NextLink>) => (
  <NextLink prefetch={false} {...props} />
);
