'use server';

import { templateSchema } from '../../../../core/letters/schema';
import * as templates from '../../../../usecases/letters/templates';
import { act } from '../../../lib/act';

export const previewTemplate = act(templateSchema, templates.previewTemplate);
export const saveTemplate = act(templateSchema, templates.saveTemplate);
