/** The least and the most letters of a password (OWASP ASVS 4.0.3, 2.1.1 and 2.1.2). */
export const PASSWORD_LETTERS = { least: 12, most: 128 } as const;
