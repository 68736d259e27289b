import type { PublicNotice } from '../../core/notices/views';

/** The words of a notice, with nothing around them: for reading and for paper. */
export function NoticeText({ notice }: { notice: Pick<PublicNotice, 'title' | 'body' | 'language'> }) {
  return (
    <article lang={notice.language}>
      <h1>{notice.title}</h1>
      {notice.body.map((part, n) => {
        if (part.kind === 'heading') return <h2 key={n}>{part.text}</h2>;
        if (part.kind === 'text') return <p key={n}>{part.text}</p>;
        return (
          <ul key={n}>
            {part.items.map((item) => (
              <li key={item}>{item}</li>
            ))}
          </ul>
        );
      })}
    </article>
  );
}
