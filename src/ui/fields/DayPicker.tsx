'use client';

import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs';
import { DesktopDatePicker } from '@mui/x-date-pickers/DesktopDatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import {
  csCZ,
  daDK,
  deDE,
  enUS,
  esES,
  fiFI,
  frFR,
  itIT,
  nbNO,
  nlNL,
  plPL,
  ptPT,
  svSE,
} from '@mui/x-date-pickers/locales';
import dayjs, { type Dayjs } from 'dayjs';
import 'dayjs/locale/cs';
import 'dayjs/locale/da';
import 'dayjs/locale/de';
import 'dayjs/locale/en-au';
import 'dayjs/locale/en-ca';
import 'dayjs/locale/en-gb';
import 'dayjs/locale/en-ie';
import 'dayjs/locale/es';
import 'dayjs/locale/fi';
import 'dayjs/locale/fr';
import 'dayjs/locale/it';
import 'dayjs/locale/nb';
import 'dayjs/locale/nl';
import 'dayjs/locale/pl';
import 'dayjs/locale/pt';
import 'dayjs/locale/sv';
import { useState } from 'react';
import { sayDay } from '../../core/shared/days';
import type { Region } from '../../core/shared/region';
import { DAY_WIDTH, type DayFieldProps } from './dayFieldProps';
import { useRegion } from './region';

/** How the calendar is called in a region's language; its months and their order come from dayjs. */
const TEXTS: Partial<Record<Region, typeof enUS>> = {
  cs: csCZ,
  da: daDK,
  de: deDE,
  es: esES,
  fi: fiFI,
  fr: frFR,
  it: itIT,
  nb: nbNO,
  nl: nlNL,
  pl: plPL,
  pt: ptPT,
  sv: svSE,
};

/** dayjs calls the American order plainly English. */
const localeOf = (region: Region) => (region === 'en-US' ? 'en' : region.toLowerCase());
const dayOf = (value: string | null): Dayjs | null => (value ? dayjs(value) : null);
const EARLIEST = '1900-01-01';
const LATEST = '2199-12-31';

export default function DayPicker(props: DayFieldProps) {
  const { label, isQuiet, choose, isFilter, min = EARLIEST, max = LATEST, disabled, name, error, help } = props;
  const value = props.value || null;
  // What is half typed stands in the field and nowhere else; another value from outside takes its place.
  const [own, setOwn] = useState({ day: dayOf(value), handed: value });
  if (own.handed !== value) setOwn({ day: dayOf(value), handed: value });
  const region = useRegion();
  const [fault, setFault] = useState<string | null>(null);
  const said = error ?? (fault === null ? undefined : (props.wrong ?? sayFault(fault, min, max)));
  return (
    <LocalizationProvider
      dateAdapter={AdapterDayjs}
      adapterLocale={localeOf(region)}
      localeText={(TEXTS[region] ?? enUS).components.MuiLocalizationProvider.defaultProps.localeText}
    >
      <DesktopDatePicker
        label={label}
        {...(name ? { name } : {})}
        value={own.day}
        minDate={dayjs(min)}
        maxDate={dayjs(max)}
        disabled={disabled ?? false}
        onError={setFault}
        onChange={(day, { validationError }) => {
          const isWhole = day !== null && day.isValid();
          const hands = isFilter ? day === null || validationError === null : true;
          const handed = isWhole ? day.format('YYYY-MM-DD') : null;
          setOwn({ day, handed: hands ? handed : own.handed });
          if (hands && handed !== own.handed) choose(handed);
        }}
        slotProps={{
          textField: {
            size: 'small',
            error: said !== undefined,
            helperText: said ?? help,
            fullWidth: false,
            sx: { width: props.width ?? DAY_WIDTH },
            ...(isQuiet ? { className: 'quiet' } : {}),
          },
          openPickerButton: { size: 'small' },
          field: { clearable: false },
        }}
      />
    </LocalizationProvider>
  );
}

function sayFault(fault: string, min: string, max: string): string {
  if (fault === 'maxDate') return `Not after ${sayDay(max)}`;
  if (fault === 'minDate') return `Not before ${sayDay(min)}`;
  return 'There is no such day';
}
