'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { LANGUAGE_NAMES, type Language } from '../../core/letters/mailings';
import { noticeDraftInput, type NoticeDraft } from '../../core/notices/schema';
import type { NoticeCheck, NoticeView } from '../../core/notices/views';
import { FileDrop } from '../fields/FileDrop';
import { OneOf } from '../fields/OneOf';
import { tellFields } from '../fields/tellFields';
import { useFields } from '../fields/useFields';
import { LetterEditor } from '../letters/LetterEditor';
import type { NoticeActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { Fold } from '../shared/Fold';
import { stillHere } from '../shared/notDone';
import { useSay } from '../shared/Say';
import { NoticeFindings } from './NoticeFindings';
import { NoticeQuestions } from './NoticeQuestions';
import { NoticeText } from './NoticeText';
import './notices.css';

interface Props {
  view: NoticeView;
  languages: Language[];
  actions: NoticeActs;
}

/** What is typed is looked at once nobody has typed for so long. */
const REST_MS = 700;

/** The draft: questions that the register has answered where it could, the words in each language, and what of them is not so. */
export function NoticeDraftForm({ view, languages, actions }: Props) {
  const { control, watch, setValue, getValues, handleSubmit, setError, formState } = useFields<NoticeDraft>({
    resolver: yupResolver(noticeDraftInput),
    defaultValues: { id: view.id, answers: view.answers, texts: view.texts, basedOn: view.save },
  });
  const [language, setLanguage] = useState<Language>(languages[0] ?? 'en');
  const [failure, setFailure] = useState<string | null>(null);
  const [check, setCheck] = useState<NoticeCheck>(view.check);
  const router = useRouter();
  const say = useSay();
  const { checkNotice, saveNotice, sendNotice } = actions;
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const { unsubscribe } = watch(() => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        void checkNotice(getValues())
          .catch(stillHere)
          .then((result) => result.ok && setCheck(result.value));
      }, REST_MS);
    });
    return () => {
      clearTimeout(timer);
      unsubscribe();
    };
  }, [watch, getValues, checkNotice]);
  const keep = (thenSend: boolean) =>
    handleSubmit(async (draft) => {
      setFailure(null);
      const saved = await saveNotice(draft).catch(stillHere);
      if (!saved.ok) {
        setFailure(saved.message);
        return tellFields(setError, saved.fields);
      }
      if (thenSend) {
        const sent = await sendNotice({ id: draft.id, basedOn: draft.basedOn + 1, note: '' }).catch(stillHere);
        if (!sent.ok) setFailure(sent.message);
      }
      say(thenSend ? 'It waits for a second look' : 'Saved', true);
      router.refresh();
    })();
  const shown = check.preview[language];
  const text = watch(`texts.${language}`) ?? '';
  return (
    <form aria-label="The draft" noValidate onSubmit={(event) => (event.preventDefault(), void keep(false))}>
      <FailureNote text={failure} />
      {!view.address && <NoticeQuestions control={control} view={view} errors={formState.errors} />}
      <div className="notice-sides" style={{ marginTop: 14 }}>
        <section className="sheet" style={{ padding: '12px 14px' }} aria-label="Words">
          <OneOf<Language>
            legend="Language"
            isQuiet
            row
            value={language}
            choose={setLanguage}
            options={languages.map((one) => [one, LANGUAGE_NAMES[one]] as const)}
          />
          <LetterEditor
            key={language}
            value={text}
            language={language}
            firstLine="Title"
            fields={view.fields}
            isEditable
            change={(words) => setValue(`texts.${language}`, words, { shouldDirty: true })}
          />
          <div className="row" style={{ marginTop: 10 }}>
            <Button type="submit" variant="outlined" disabled={formState.isSubmitting}>
              Save
            </Button>
            <Button variant="contained" disabled={formState.isSubmitting} onClick={() => void keep(true)}>
              Save and ask for a second look
            </Button>
          </div>
          <TakeFile
            language={language}
            take={(words) => setValue(`texts.${language}`, words, { shouldDirty: true })}
            readNoticeFile={actions.readNoticeFile}
          />
        </section>
        <section aria-label="Is it so?" className="stack">
          <NoticeFindings
            faults={check.faults}
            findings={check.findings}
            good="Every sentence fits what the register, the rules and the scans know."
          />
          <div className="sheet" style={{ padding: '12px 14px' }}>
            <Fold summary="As it will be read">
              {shown ? <NoticeText notice={{ ...shown, language }} /> : <p className="muted">It has no words yet.</p>}
            </Fold>
          </div>
        </section>
      </div>
    </form>
  );
}

const KINDS = ['.html', '.htm', '.txt', '.md', '.docx', '.pdf'] as const;

/** The words of a file instead of those that stand there. */
function TakeFile({
  language,
  take,
  readNoticeFile,
}: { language: Language; take: (text: string) => void } & Pick<NoticeActs, 'readNoticeFile'>) {
  const [failure, setFailure] = useState<string | null>(null);
  const read = async (file: File | null) => {
    if (!file) return;
    const form = new FormData();
    form.set('file', file);
    form.set('said', JSON.stringify({ fileName: file.name }));
    const result = await readNoticeFile(form).catch(stillHere);
    setFailure(result.ok ? null : result.message);
    if (result.ok) take(result.value.text);
  };
  return (
    <Fold summary={<span className="muted">Take the words from a file</span>}>
      <FailureNote text={failure} />
      <FileDrop
        label={`A file with the words in ${LANGUAGE_NAMES[language]}`}
        kinds={KINDS}
        file={null}
        choose={(file) => void read(file)}
      />
    </Fold>
  );
}
