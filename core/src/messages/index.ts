export {
  MESSAGE_KINDS,
  MESSAGE_TABLE,
  MESSAGE_WORDS,
  messageTrouble,
  ownerMessage,
  usualWords,
  type MessageKind,
  type MessageWord,
  type OwnerWords,
} from './ownerMessage';
