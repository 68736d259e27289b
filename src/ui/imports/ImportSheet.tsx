'use client';

import Button from '@mui/material/Button';
import Link from '../shared/Link';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { ImportSummary } from '../../core/imports/views';
import { sayShortInstant } from '../../core/shared/days';
import { ListTable } from '../shared/ListTable';
import { Choose } from '../fields/Choose';
import { FileDrop, sayBytes } from '../fields/FileDrop';

interface Sent {
  ok: boolean;
  id?: string;
  title?: string;
}

/** Sends a file as it is, with progress; the name travels in a header, never in the address. */
function send(system: string, file: File, onProgress: (share: number) => void): Promise<Sent> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open('POST', '/ledger/imports/upload');
    request.setRequestHeader('x-file-name', encodeURIComponent(file.name));
    request.setRequestHeader('x-system', system);
    request.upload.onprogress = ({ loaded, total }) => onProgress(loaded / Math.max(1, total));
    request.onload = () => {
      try {
        const body = JSON.parse(request.responseText) as Sent;
        resolve({ ...body, ok: request.status < 300 });
      } catch {
        resolve({
          ok: false,
          title:
            'The file arrived and the server broke off. Nothing was imported; try again, and tell your administrator if it stays.',
        });
      }
    };
    request.onerror = () => resolve({ ok: false, title: 'The file did not arrive. Nothing was imported; try again.' });
    request.send(file);
  });
}

/** A source's file: chosen, tried out without a trace, then taken in. */
export function ImportSheet({
  imports,
  sources,
  zone,
}: {
  imports: ImportSummary[];
  sources: readonly { id: string; name: string }[];
  zone: string;
}) {
  const [failure, setFailure] = useState<string | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [file, setFile] = useState<File | null>(null);
  const [system, setSystem] = useState(sources[0]?.id ?? '');
  const router = useRouter();
  const onCheck = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (!file || file.size === 0) return setFailure('Choose a file that is not empty.');
    setFailure(null);
    setShare(0);
    const sent = await send(system, file, setShare);
    setShare(null);
    if (sent.ok && sent.id) router.push(`/ledger/imports/${sent.id}`);
    else setFailure(sent.title ?? 'The file was not taken. Nothing was imported.');
  };
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Imports</h1>
          <p className="sub">
            First a dry run: what would happen to every line. Nothing is recorded until you say so. The tills’ drop
            folder is taken in by itself.
          </p>
        </div>
      </div>
      <section className="sheet pad" style={{ marginBottom: 14 }}>
        <form onSubmit={(event) => void onCheck(event)} className="row filters" style={{ margin: 0 }}>
          <Choose
            label="from"
            value={system}
            options={sources.map(({ id, name }) => [id, name] as const)}
            choose={(id) => setSystem(id ?? '')}
          />
          <FileDrop
            label="File"
            kinds={['.csv', '.tsv', '.txt', '.ndjson', '.xlsx']}
            file={file}
            choose={setFile}
            share={share}
          />
          <Button type="submit" variant="contained" disabled={share !== null}>
            {share === null ? 'Try it out' : `Sending… ${Math.round(share * 100)} %`}
          </Button>
          <span className="muted">CSV in any usual encoding, NDJSON or XLSX</span>
        </form>
        {failure && (
          <p className="note bad" role="alert" style={{ marginTop: 10 }}>
            {failure}
          </p>
        )}
      </section>
      <section className="sheet wrap" tabIndex={0} aria-labelledby="before">
        <header>
          <h2 id="before">Imports before</h2>
        </header>
        {imports.length === 0 ? (
          <p className="empty">No file has been taken in yet.</p>
        ) : (
          <ListTable>
            <thead>
              <tr>
                <th>file</th>
                <th>from</th>
                <th>when</th>
                <th>state</th>
                <th className="num">lines</th>
                <th className="num">recorded</th>
                <th className="num">duplicate</th>
                <th className="num">conflict</th>
                <th className="num">suppressed</th>
                <th className="num">quarantine</th>
              </tr>
            </thead>
            <tbody>
              {imports.map((one) => (
                <tr key={one.id}>
                  <td className="nowrap" title={sayBytes(one.bytes)}>
                    <Link href={`/ledger/imports/${one.id}`}>{one.fileName}</Link>
                  </td>
                  <td className="muted nowrap">{one.system}</td>
                  <td className="nowrap muted">{sayShortInstant(one.at, zone)}</td>
                  <td className={one.state === 'failed' ? 'late' : ''}>
                    {one.state === 'failed' ? '✕ not read' : one.state}
                    {one.way === 'folder' ? ', by itself' : ''}
                  </td>
                  <td className="num">{one.total}</td>
                  <td className="num">{one.recorded}</td>
                  <td className="num">{one.duplicate}</td>
                  <td className="num">{one.conflict}</td>
                  <td className="num">{one.suppressed}</td>
                  <td className={`num${one.quarantined > 0 ? ' ochre' : ''}`}>{one.quarantined}</td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        )}
      </section>
    </>
  );
}
