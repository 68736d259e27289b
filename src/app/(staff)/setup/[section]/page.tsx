import { notFound } from 'next/navigation';
import { SECTIONS } from '../../../../core/installation/settings';
import { readSection } from '../../../../usecases/installation/settings';
import { SECTION_WORDS } from '../../../../ui/installation/settingFields';
import { SettingsSheet } from '../../../../ui/installation/SettingsSheet';
import { shown, staff } from '../../../lib/session';
import { confirmMail, saveSettings, tryMail, tryMailbox } from '../actions';

interface Props {
  params: Promise<{ section: string }>;
}

const sectionOf = async (params: Props['params']) => {
  const { section } = await params;
  return SECTIONS.find((one) => one === section) ?? null;
};

export async function generateMetadata({ params }: Props) {
  const section = await sectionOf(params);
  return { title: section ? SECTION_WORDS[section].title : 'Setup' };
}

export default async function SectionPage({ params }: Props) {
  const { ctx } = await staff('installation.see');
  const section = await sectionOf(params);
  if (!section) notFound();
  return (
    <SettingsSheet
      view={shown(await readSection(ctx, section))}
      zone={ctx.organisation.zone}
      actions={{ saveSettings, tryMail, confirmMail, tryMailbox }}
    />
  );
}
