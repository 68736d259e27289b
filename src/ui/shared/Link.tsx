'use client';

import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A way to another page. It is fetched when it is followed: read beforehand, each page would ask the server for every
 * page that it names, and a list of fifty rows for fifty requests that nobody opens.
 */
export default function Link(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...props} />;
}
