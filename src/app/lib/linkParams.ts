/** What the page behind a one-time link is given. */
export interface LinkParams {
  params: Promise<{ token: string }>;
  searchParams: Promise<{ lang?: string | string[] }>;
}
