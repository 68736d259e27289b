'use client';

import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { DayField } from './DayField';
import type { DayFieldProps } from './dayFieldProps';

/** A day of a form. What is no day yet is handed on as nothing, so that it is refused where the form is. */
export function FormDay<V extends FieldValues>({
  name,
  control,
  onBlur,
  emptied = '',
  ...more
}: Omit<DayFieldProps, 'name' | 'value' | 'choose'> & {
  name: FieldPath<V>;
  control: Control<V>;
  onBlur?: () => void;
  /** What an emptied field hands on. */
  emptied?: '' | null;
}) {
  return (
    <Controller
      name={name}
      control={control}
      render={({ field }) => (
        <div
          onBlur={onBlur}
          ref={(box) => {
            const first = () => box?.querySelector<HTMLElement>('[role=spinbutton], input');
            field.ref(box && { focus: () => first()?.focus() });
          }}
        >
          <DayField
            {...more}
            name={name}
            value={field.value || null}
            choose={(day) => field.onChange(day ?? emptied)}
            width="100%"
          />
        </div>
      )}
    />
  );
}
