import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import type { ReactNode } from 'react';
import { reachOf } from '../../core/access/roles';
import { readFrame } from '../../usecases/desk/readDesk';
import { readOwnView } from '../../usecases/access/ownView';
import { contextFor } from '../../main/web';
import { InOwnView } from '../../ui/grid/ownView';
import { Shell } from '../../ui/shell/Shell';
import '../../ui/shell/shell.css';
import { currentStaff } from '../lib/session';
import { signIn } from '../(person)/sign-in/actions';
import { closeForGood, findAnything, keepColumns, readHelpOf, signOut } from './actions';

export default async function StaffLayout({ children }: { children: ReactNode }) {
  const actor = await currentStaff();
  if (!actor) redirect(`/sign-in?to=${encodeURIComponent((await headers()).get('x-path') ?? '/desk')}`);
  const ctx = await contextFor(actor);
  const { due, open } = await readFrame(ctx);
  const ownView = await readOwnView(ctx);
  return (
    <InOwnView start={ownView} acts={{ keepColumns, closeForGood }}>
      <Shell
        who={{ name: actor.name, roles: actor.roles }}
        organisation={ctx.organisation.name}
        zone={ctx.organisation.zone}
        counts={{ '/requests': open }}
        due={due}
        mayOpen={reachOf(actor.roles, 'requests.work') !== null}
        find={findAnything}
        signOut={signOut}
        signIn={signIn}
        readHelpOf={readHelpOf}
      >
        {children}
      </Shell>
    </InOwnView>
  );
}
