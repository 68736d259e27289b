'use client';

import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import type { SitesView } from '../../core/sites/views';
import type { SiteActs } from '../shared/acts';
import Link from '../shared/Link';
import { ListTable } from '../shared/ListTable';
import { NewSiteForm } from './SiteForm';

/** Web sites on which visitors are asked: by which ask, and how many answered. */
export function SitesSheet({ view, actions }: { view: SitesView; actions: Pick<SiteActs, 'addSite'> }) {
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Sites</h1>
          <p className="sub">
            Where visitors are asked, by which words, and what waits on the page until they said yes.
          </p>
        </div>
      </div>
      <section className="sheet wrap" aria-label="Sites" tabIndex={0}>
        {view.sites.length === 0 ? (
          <p className="empty">No site asks yet.{view.mayChange ? ' Add the first one below.' : ''}</p>
        ) : (
          <ListTable aria-label="Sites">
            <TableHead>
              <tr>
                {['site', 'where', 'asks', 'answers in a week', 'state'].map((name) => (
                  <th key={name}>{name}</th>
                ))}
              </tr>
            </TableHead>
            <TableBody>
              {view.sites.map((site) => (
                <tr key={site.id}>
                  <td>
                    <Link href={`/sites/${site.id}`}>{site.name}</Link>
                  </td>
                  <td className="mono">{site.origins.join(', ')}</td>
                  <td>
                    {site.ask}
                    {site.version === null ? '' : `, version ${site.version}`}
                  </td>
                  <td className="num">{site.answers}</td>
                  <td>{stateOf(site)}</td>
                </tr>
              ))}
            </TableBody>
          </ListTable>
        )}
      </section>
      {view.mayChange && <NewSiteForm view={view} addSite={actions.addSite} />}
    </>
  );
}

function stateOf({ isClosed, version }: SitesView['sites'][number]): string {
  if (isClosed) return 'taken out of use';
  return version === null ? 'its ask is not in force: no panel is shown' : 'asks';
}
