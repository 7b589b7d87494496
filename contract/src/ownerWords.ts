import { MESSAGE_KINDS, messageTrouble, type MessageKind, type OwnerWords } from '@elm-mist/core/messages';
import { object, type ObjectSchema } from 'yup';
import { changedFrom, words } from './fields';

const message = (kind: MessageKind) =>
  words('The message', 600).test('known', '', (text, context) => {
    const trouble = messageTrouble(kind, text ?? '');
    return trouble === '' ? true : context.createError({ message: trouble });
  });

/** What a shop writes to owners. */
export const ownerWordsSchema: ObjectSchema<OwnerWordsInput> = object({
  was: changedFrom(),
  ...(Object.fromEntries(MESSAGE_KINDS.map((kind) => [kind, message(kind)])) as Record<MessageKind, ReturnType<typeof message>>),
});
export type OwnerWordsInput = OwnerWords & { was?: Partial<OwnerWords> | undefined };
