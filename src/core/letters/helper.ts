import type { RequestRef } from '../shared/ids';
import { sayDay, type Day } from '../shared/days';
import type { Mailing } from './mailings';

interface Task {
  kind: 'search' | 'erase';
  owner: string | null;
  system: string;
  ref: RequestRef;
  dueOn: Day;
  link: string;
  organisation: string;
}

const ASK: Record<Task['kind'], string> = {
  search: 'look into it for one person, whose request we have to answer',
  erase: 'remove from it what one person asked us to erase',
};

/** The mail of a helper task. It says nothing of the person: mail is read in many places. */
export function helperMail(task: Task): Mailing {
  const hello = task.owner ? `Hello ${task.owner.split(' ')[0]},` : 'Hello,';
  return {
    template: `helper-${task.kind}`,
    subject: `${task.system}: please help with ${task.ref} by ${sayDay(task.dueOn)}`,
    text: [
      hello,
      `you look after ${task.system}. Please ${ASK[task.kind]}, by ${sayDay(task.dueOn)}.`,
      `What to do stands here, and here you hand it over:\n${task.link}`,
      'Please do not send anything by mail, and do not pass the link on.',
      task.organisation,
    ].join('\n\n'),
  };
}

export function helperReminder(task: Omit<Task, 'link'> & { isLate: boolean }): Mailing {
  return {
    template: 'helper-reminder',
    subject: `${task.isLate ? 'Late' : 'Reminder'}: ${task.system}, ${task.ref}, ${sayDay(task.dueOn)}`,
    text: [
      task.owner ? `Hello ${task.owner.split(' ')[0]},` : 'Hello,',
      task.isLate
        ? `we still wait for what we asked of ${task.system}; it was due on ${sayDay(task.dueOn)}. ` +
          'The law sets us a day that cannot be moved.'
        : `we wait for what we asked of ${task.system} until ${sayDay(task.dueOn)}.`,
      'The link is in our first mail.',
      task.organisation,
    ].join('\n\n'),
  };
}
