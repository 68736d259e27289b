/** Why what was sent was not done; nothing where it was. */
export function FailureNote({ text }: { text: string | null | undefined }) {
  return text ? (
    <p className="note bad" role="alert">
      {text}
    </p>
  ) : null;
}
