/** Who may do what in a studio of several: its owner keeps accounts, backups and the log; an assistant coaches what is given. */
export const ROLES = ['owner', 'instructor', 'assistant'] as const;
export type Role = (typeof ROLES)[number];

/** What of one client another instructor or an assistant may do. */
export const SHARE_KINDS = ['write', 'read', 'coach'] as const;
export type ShareKind = (typeof SHARE_KINDS)[number];

export const ROLE_WORD: Record<Role, string> = {
  owner: 'Owner',
  instructor: 'Instructor',
  assistant: 'Assistant',
};

export const ROLE_MEANS: Record<Role, string> = {
  owner: 'has clients of their own; keeps accounts, backups and the log; hands files over',
  instructor: 'has clients of their own; sees nobody else’s unless they are shared',
  assistant: 'coaches the sequences that are given for a day; sees nothing else of a client',
};

/** Who has, or had, an account, as the owner of a studio sees it. */
export type AccountRow = {
  id: string;
  name: string;
  username: string;
  role: Role;
  clients: number;
  endedAt: string | null;
  lastSeenAt: string | null;
};

/** Who else works here: names and roles, no more. */
export type Colleague = Pick<AccountRow, 'id' | 'name' | 'role'>;
