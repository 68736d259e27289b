'use client';

import LinearProgress from '@mui/material/LinearProgress';
import { useDropzone } from 'react-dropzone';

interface Props {
  label: string;
  /** Extensions that are taken, with their dot. */
  kinds: readonly string[];
  file: File | null;
  choose: (file: File | null) => void;
  /** How much of it has arrived, 0 to 1; null: it is not being sent. */
  share?: number | null;
  disabled?: boolean;
}

/** Bytes in words: `340 kB`, `2.1 MB`. */
export const sayBytes = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

const kindOf = (name: string) => /\.[^.]+$/.exec(name)?.[0].toLowerCase() ?? 'no kind';

/** A file, dropped or chosen: its size and kind are said, and how far it is on its way. */
export function FileDrop({ label, kinds, file, choose, share = null, disabled = false }: Props) {
  const { getRootProps, getInputProps, isDragActive, fileRejections } = useDropzone({
    multiple: false,
    disabled: disabled || share !== null,
    accept: { 'application/octet-stream': [...kinds] },
    onDrop: ([first]) => first && choose(first),
  });
  const rejected = fileRejections[0]?.file;
  return (
    <div>
      <div {...getRootProps({ className: isDragActive ? 'drop over' : 'drop', 'aria-label': label })}>
        <input {...getInputProps({ 'aria-label': label })} />
        {file ? (
          <span>
            <b>{file.name}</b>{' '}
            <span className="muted">
              {kindOf(file.name)}, {sayBytes(file.size)}
            </span>
          </span>
        ) : (
          <span>
            {label}: drop it here, or <u>choose one</u>
          </span>
        )}
        <span className="muted">{kinds.join(' ')}</span>
      </div>
      {rejected && !file && (
        <p className="late" role="alert">
          {rejected.name} is of a kind that is not read here ({kindOf(rejected.name)}).
        </p>
      )}
      {share !== null && (
        <LinearProgress
          variant="determinate"
          value={share * 100}
          aria-label={`${label}: ${Math.round(share * 100)} % sent`}
        />
      )}
    </div>
  );
}
