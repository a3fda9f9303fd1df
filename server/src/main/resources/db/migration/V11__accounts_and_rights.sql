-- An account is what somebody signs in with; a person is who that is in one project. Firms belong to a project too, so that no
-- project learns of another's. What was one row becomes two under the same id.
create table account (
    id bigint primary key,
    email varchar(254) not null,
    email_key varchar(254) not null unique,
    name varchar(200) not null,
    password_hash varchar(400),
    password_set_at timestamp(6) with time zone,
    administrator boolean not null,
    closed boolean not null,
    -- Whether a link that was mailed there was used.
    address_proved boolean not null,
    -- The secret of one-time codes (RFC 6238), encrypted; the last step of time a code was taken for, so that none is taken twice.
    code_secret varchar(400),
    code_step bigint default 0 not null,
    created_at timestamp(6) with time zone not null,
    version int not null
);
insert into account (id, email, email_key, name, password_hash, password_set_at, administrator, closed, address_proved, created_at, version)
    select id, email, lower(email), name, password_hash, created_at, administrator, not active, false, created_at, 0
    from person where password_hash is not null or administrator;

alter table person add column project_id bigint references project;
alter table person add column account_id bigint references account;
alter table person add column gone boolean default false not null;
alter table person add column address varchar(254) default '' not null;
alter table person add column address_key varchar(254) default '' not null;
update person set project_id = coalesce((select min(m.project_id) from project_member m where m.person_id = person.id), (select min(id) from project)),
    account_id = (select a.id from account a where a.id = person.id),
    gone = not exists (select 1 from project_member m where m.person_id = person.id),
    address = email, address_key = lower(email);
update person set active = active and not gone;
alter table person drop column email;
alter table person drop column password_hash;
alter table person drop column administrator;
-- Whoever administers an installation that has no project yet is an account only.
delete from person where project_id is null;
alter table person alter column project_id set not null;
create unique index person_by_address on person (project_id, address_key);
create index person_of_account on person (account_id, project_id);
create index person_of_project on person (project_id, gone, name, id);
drop table project_member;

alter table firm add column project_id bigint references project;
alter table firm add column firm_code varchar(20) default '' not null;
update firm set firm_code = code, project_id = coalesce((select min(p.project_id) from person p where p.firm_id = firm.id), (select min(id) from project));
alter table firm drop column code;
alter table firm alter column firm_code rename to code;
delete from firm where project_id is null;
alter table firm alter column project_id set not null;
create unique index firm_by_code on firm (project_id, code);

-- What a role may do. Roles made before could hand in, decide and see what the flags said.
alter table role add column hands_in boolean default true not null;
alter table role add column sends_by_hand boolean default false not null;
alter table role add column decides boolean default true not null;
create table role_firm (
    role_id bigint not null references role,
    firm_id bigint not null references firm,
    primary key (role_id, firm_id)
);
-- Who belonged to a project could hand in to the own firm's folders without any role; now a role says so.
insert into role (id, project_id, name, controls, sees_all, version, hands_in, sends_by_hand, decides)
    select next value for ids, p.id, 'Author', false, false, 0, true, false, false from project p
    where not exists (select 1 from role r where r.project_id = p.id and lower(r.name) = 'author');
insert into role_holder (role_id, person_id)
    select r.id, p.id from role r join person p on p.project_id = r.project_id
    where r.name = 'Author' and not r.sees_all and not r.controls and not p.gone
    and not exists (select 1 from role_holder h where h.role_id = r.id and h.person_id = p.id);

-- Links that are good once and for a while; only a hash of the secret is kept.
drop table invitation;
create table account_link (
    id bigint primary key,
    -- INVITATION of a person, or a new PASSWORD for an account
    kind varchar(12) not null,
    person_id bigint references person,
    account_id bigint references account,
    secret_hash varchar(64) not null unique,
    until_at timestamp(6) with time zone not null,
    made_at timestamp(6) with time zone not null
);
create index link_by_person on account_link (person_id, id);
create index link_by_account on account_link (account_id, id);

alter table calendar_link rename to old_calendar_link;
create table calendar_link (
    account_id bigint primary key references account,
    secret_hash varchar(64) not null unique,
    made_at timestamp(6) with time zone not null
);
insert into calendar_link select l.person_id, l.secret_hash, l.made_at from old_calendar_link l join account a on a.id = l.person_id;
drop table old_calendar_link;

-- Mail about an account is of no project, and nothing to look up once it has gone.
alter table message alter column project_id drop not null;
alter table message alter column occasion drop not null;

create table recovery_code (
    account_id bigint not null references account,
    code_hash varchar(64) not null,
    primary key (account_id, code_hash)
);

-- Wrong tries to sign in, by account and by the caller's address; they fade.
create table sign_in_failure (
    failure_key varchar(300) primary key,
    failures double precision not null,
    last_at timestamp(6) with time zone not null
);

-- Settings of the installation that are set on screen.
create table installation_setting (
    setting_key varchar(60) primary key,
    setting_value varchar(4000) not null
);

-- Routes say of people and firms too, beside roles, who may send on them by hand.
update route_edition set definition = replace(definition, '"completion":', '"senderFirms":[],"senderPeople":[],"completion":');

-- Sessions, as Spring Session keeps them; the id is a hash of what the browser has.
create table sign_in_session (
    primary_id char(36) primary key,
    session_id varchar(64) not null unique,
    creation_time bigint not null,
    last_access_time bigint not null,
    max_inactive_interval int not null,
    expiry_time bigint not null,
    principal_name varchar(100)
);
create index session_to_expire on sign_in_session (expiry_time);
create index session_of_account on sign_in_session (principal_name);
create table sign_in_session_attributes (
    session_primary_id char(36) not null references sign_in_session on delete cascade,
    attribute_name varchar(200) not null,
    attribute_bytes varbinary(1000000) not null,
    primary key (session_primary_id, attribute_name)
);

-- Passkeys, as Spring Security keeps them.
create table user_credentials (
    credential_id varchar(1000) primary key,
    user_entity_user_id varchar(1000) not null,
    public_key blob not null,
    signature_count bigint,
    uv_initialized boolean,
    backup_eligible boolean not null,
    authenticator_transports varchar(1000),
    public_key_credential_type varchar(100),
    backup_state boolean not null,
    attestation_object blob,
    attestation_client_data_json blob,
    created timestamp,
    last_used timestamp,
    label varchar(1000) not null
);
create index passkey_by_user on user_credentials (user_entity_user_id);

-- Of whom a project asks a second step of signing in.
alter table project add column second_step_for varchar(100) default '' not null;

-- Providers of sign-in (OpenID Connect), set up by an administrator, and whom their subjects are here.
create table sign_in_provider (
    id bigint primary key,
    provider_key varchar(40) not null unique,
    name varchar(120) not null,
    issuer varchar(400) not null,
    client_id varchar(200) not null,
    client_secret varchar(1000) not null,
    both_steps boolean not null,
    switched_on boolean not null,
    version int not null
);
create table provider_subject (
    issuer varchar(400) not null,
    subject varchar(255) not null,
    account_id bigint not null references account,
    linked_at timestamp(6) with time zone not null,
    primary key (issuer, subject)
);
create index subject_by_account on provider_subject (account_id);
