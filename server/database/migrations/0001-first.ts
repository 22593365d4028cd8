import type { Migration } from '../migration.ts';

const steps: Migration['steps'] = [
  `CREATE TABLE instance (
    name VARCHAR(60) NOT NULL PRIMARY KEY,
    value VARCHAR(500) NOT NULL
  )`,
  `CREATE TABLE workspaces (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(100) NOT NULL,
    zone VARCHAR(60) NOT NULL,
    language VARCHAR(20) NOT NULL,
    country CHAR(2) NOT NULL,
    currency CHAR(3) NOT NULL,
    business JSON NOT NULL,
    created_at DATETIME(3) NOT NULL
  )`,
  `CREATE TABLE members (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    email VARCHAR(254) NOT NULL,
    name VARCHAR(100) NOT NULL,
    role ENUM('lead', 'agent') NOT NULL,
    password_hash VARCHAR(200) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY members_email (email),
    KEY members_workspace (workspace_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE teams (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    name VARCHAR(100) NOT NULL,
    hours JSON NULL,
    UNIQUE KEY teams_name (workspace_id, name),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE team_members (
    team_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    PRIMARY KEY (team_id, member_id),
    KEY team_members_member (member_id),
    FOREIGN KEY (team_id) REFERENCES teams (id) ON DELETE CASCADE,
    FOREIGN KEY (member_id) REFERENCES members (id) ON DELETE CASCADE,
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE sign_ins (
    token_hash CHAR(64) NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NOT NULL,
    csrf CHAR(43) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    expires_at DATETIME(3) NOT NULL,
    KEY sign_ins_expiry (expires_at),
    FOREIGN KEY (member_id) REFERENCES members (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE sign_in_failures (
    subject CHAR(64) NOT NULL PRIMARY KEY,
    failures INT NOT NULL,
    last_at DATETIME(3) NOT NULL,
    KEY sign_in_failures_last (last_at)
  )`,
  `CREATE TABLE flows (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    name VARCHAR(100) NOT NULL,
    draft JSON NOT NULL,
    revision INT NOT NULL,
    edition_id BIGINT UNSIGNED NULL,
    changes INT NOT NULL,
    created_at DATETIME(3) NOT NULL,
    updated_at DATETIME(3) NOT NULL,
    updated_by BIGINT UNSIGNED NULL,
    removed_at DATETIME(3) NULL,
    KEY flows_workspace (workspace_id, removed_at, updated_at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE editions (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    flow_id BIGINT UNSIGNED NOT NULL,
    number INT NOT NULL,
    content JSON NOT NULL,
    published_at DATETIME(3) NOT NULL,
    published_by BIGINT UNSIGNED NULL,
    UNIQUE KEY editions_number (flow_id, number),
    FOREIGN KEY (flow_id) REFERENCES flows (id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE pictures (
    id CHAR(22) NOT NULL PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    type VARCHAR(40) NOT NULL,
    content MEDIUMBLOB NOT NULL,
    created_at DATETIME(3) NOT NULL,
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE sites (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    name VARCHAR(100) NOT NULL,
    site_key VARCHAR(40) NOT NULL,
    domains JSON NOT NULL,
    flow_id BIGINT UNSIGNED NULL,
    UNIQUE KEY sites_key (site_key),
    KEY sites_flow (flow_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id),
    FOREIGN KEY (flow_id) REFERENCES flows (id)
  )`,
  `CREATE TABLE people (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    name VARCHAR(200) NULL,
    email VARCHAR(254) NULL,
    phone VARCHAR(30) NULL,
    facts JSON NOT NULL,
    first_seen DATETIME(3) NOT NULL,
    last_seen DATETIME(3) NOT NULL,
    UNIQUE KEY people_email (workspace_id, email),
    KEY people_phone (workspace_id, phone),
    KEY people_seen (workspace_id, last_seen, id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id)
  )`,
  `CREATE TABLE visitors (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    site_id BIGINT UNSIGNED NOT NULL,
    secret_hash CHAR(64) NOT NULL,
    person_id BIGINT UNSIGNED NULL,
    facts JSON NOT NULL,
    first_seen DATETIME(3) NOT NULL,
    last_seen DATETIME(3) NOT NULL,
    KEY visitors_person (person_id),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id),
    FOREIGN KEY (site_id) REFERENCES sites (id),
    FOREIGN KEY (person_id) REFERENCES people (id)
  )`,
  `CREATE TABLE conversations (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    workspace_id BIGINT UNSIGNED NOT NULL,
    site_id BIGINT UNSIGNED NOT NULL,
    visitor_id BIGINT UNSIGNED NOT NULL,
    visitor_name VARCHAR(200) NOT NULL,
    flow_id BIGINT UNSIGNED NULL,
    edition_id BIGINT UNSIGNED NULL,
    led_by ENUM('flow', 'waiting', 'agent', 'done') NOT NULL,
    agent_id BIGINT UNSIGNED NULL,
    team_id BIGINT UNSIGNED NULL,
    session JSON NOT NULL,
    seed INT UNSIGNED NOT NULL,
    last_number INT NOT NULL,
    preview VARCHAR(200) NOT NULL,
    page VARCHAR(500) NOT NULL,
    started_at DATETIME(3) NOT NULL,
    last_at DATETIME(3) NOT NULL,
    waiting_since DATETIME(3) NULL,
    KEY conversations_list (workspace_id, led_by, last_at, id),
    KEY conversations_agent (workspace_id, agent_id, led_by, last_at, id),
    KEY conversations_waiting (workspace_id, led_by, waiting_since, id),
    KEY conversations_visitor (visitor_id, id),
    KEY conversations_flow (flow_id, started_at),
    FOREIGN KEY (workspace_id) REFERENCES workspaces (id),
    FOREIGN KEY (visitor_id) REFERENCES visitors (id)
  )`,
  `CREATE TABLE entries (
    conversation_id BIGINT UNSIGNED NOT NULL,
    number INT NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    kind VARCHAR(20) NOT NULL,
    at DATETIME(3) NOT NULL,
    client_id VARCHAR(40) NULL,
    body JSON NOT NULL,
    PRIMARY KEY (conversation_id, number),
    UNIQUE KEY entries_client (conversation_id, client_id)
  )`,
  `CREATE TABLE readings (
    conversation_id BIGINT UNSIGNED NOT NULL,
    member_id BIGINT UNSIGNED NOT NULL,
    workspace_id BIGINT UNSIGNED NOT NULL,
    number INT NOT NULL,
    PRIMARY KEY (conversation_id, member_id)
  )`,
];

/** The first tables. Every row belongs to a workspace, but the instance’s own settings and sign-in failures. */
export const first: Migration = { name: '0001-first', steps };
