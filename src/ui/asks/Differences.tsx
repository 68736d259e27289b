import type { DifferencePiece } from '../../core/shared/difference';
import './asks.css';

const AROUND = 60;

/** Words that stay are cut short: what differs is what is looked for. */
const shortened = (text: string): string =>
  text.length <= 2 * AROUND ? text : `${text.slice(0, AROUND)} … ${text.slice(-AROUND)}`;

/** Two texts as one: what is gone is struck through, what is new is underlined. */
export function Differences({ pieces, language }: { pieces: readonly DifferencePiece[]; language: string }) {
  return (
    <p lang={language} className="differences">
      {pieces.map(({ text, is }, n) =>
        is === 'new' ? (
          <ins key={n}>{text}</ins>
        ) : is === 'gone' ? (
          <del key={n}>{text}</del>
        ) : (
          <span key={n}>{shortened(text)}</span>
        ),
      )}
    </p>
  );
}
