'use server';

import {
  newNoticeInput,
  noticeDraftInput,
  noticeFileInput,
  noticeIdInput,
  noticeReviewInput,
  publishNoticeInput,
} from '../../../../core/notices/schema';
import * as publishing from '../../../../usecases/notices/publishNotice';
import * as reading from '../../../../usecases/notices/readPage';
import * as files from '../../../../usecases/notices/readNoticeFile';
import * as reads from '../../../../usecases/notices/readNotices';
import * as telling from '../../../../usecases/notices/tellNotice';
import * as writing from '../../../../usecases/notices/writeNotice';
import { act, actOnFileSaid } from '../../../lib/act';

export const startNotice = act(newNoticeInput, writing.startNotice);
export const checkNotice = act(noticeDraftInput, writing.checkNotice);
export const saveNotice = act(noticeDraftInput, writing.saveNotice);
export const sendNotice = act(noticeReviewInput, writing.sendNotice);
export const returnNotice = act(noticeReviewInput, writing.returnNotice);
export const previewNotice = act(noticeIdInput, publishing.previewNotice);
export const publishNotice = act(publishNoticeInput, publishing.publishNotice);
export const startReading = act(noticeIdInput, reading.startReading);
export const startTelling = act(noticeIdInput, telling.startTelling);
export const readNoticeFile = actOnFileSaid(noticeFileInput, files.readNoticeFile);
export const countNotice = act(noticeIdInput, reads.countNotice);
