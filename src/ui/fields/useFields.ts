import { useForm, type FieldValues, type UseFormProps, type UseFormReturn } from 'react-hook-form';

/**
 * Leads to what is wrong first, as it stands on the sheet: the library goes by the order in which fields were made known to
 * it, which is another one where some of them are lists or days.
 */
export function leadToFirstWrong(form: ParentNode | null | undefined): void {
  // What is wrong is marked when the form is drawn anew.
  setTimeout(() => {
    const first = form?.querySelector<HTMLElement>('[aria-invalid=true]');
    // Of a day its parts are typed into, not the group of them.
    (first?.querySelector<HTMLElement>('[role=spinbutton]') ?? first)?.focus();
  });
}

/** A form, as every form of the house has it. */
export function useFields<V extends FieldValues>(options: UseFormProps<V>): UseFormReturn<V> {
  const form = useForm<V>({ ...options, shouldFocusError: false });
  return {
    ...form,
    handleSubmit: (onValid, onWrong) =>
      form.handleSubmit(onValid, (errors, event) => {
        leadToFirstWrong(event?.target as HTMLFormElement | undefined);
        return onWrong?.(errors, event);
      }),
  };
}
