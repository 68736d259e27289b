import type { Advice } from '../../core/audiences/messageAdvice';

const TITLES: Readonly<Record<Advice['about'], string>> = {
  everybody: 'Can everybody read it?',
  filter: 'What a mail filter would hold against it',
};

/** What keeps a draft from being read: advice, beside what the law wants. */
export function DraftAdvice({ advice }: { advice: readonly Advice[] }) {
  if (advice.length === 0)
    return <p className="note good">Everybody can read it, and nothing of it would make a mail filter doubt it.</p>;
  return (
    <div className="note" role="status">
      {(['everybody', 'filter'] as const).map((about) => {
        const own = advice.filter((one) => one.about === about);
        if (own.length === 0) return null;
        return (
          <div key={about}>
            <p>
              <b>{TITLES[about]}</b>
            </p>
            <ul>
              {own.map(({ text, add }) => (
                <li key={text}>
                  {text} {add}
                </li>
              ))}
            </ul>
          </div>
        );
      })}
    </div>
  );
}
