import type { PublicNotice } from '../../core/notices/views';
import './notices.css';

/** The words of a notice, with nothing around them: for reading and for paper. `isPage`: it is the page, and has its title. */
export function NoticeText({
  notice,
  isPage,
}: {
  notice: Pick<PublicNotice, 'title' | 'body' | 'language'>;
  isPage?: boolean;
}) {
  const [Title, Heading] = isPage ? (['h1', 'h2'] as const) : (['h2', 'h3'] as const);
  return (
    <article lang={notice.language} className={isPage ? undefined : 'notice-text'}>
      <Title>{notice.title}</Title>
      {notice.body.map((part, n) => {
        if (part.kind === 'heading') return <Heading key={n}>{part.text}</Heading>;
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
