export { eventPower, may, POWERS, ROLE_FACTS, ROLES, whoMay, type Power, type Role } from './powers';
