export { noticeWords, type Notice } from './notices';
export { ENOUGH_STRENGTH, STRENGTH_NAMES } from './strength';
export { may, ROLE_FACTS, ROLES, whoMay, type Power, type Role } from './powers';
