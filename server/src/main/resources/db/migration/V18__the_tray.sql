-- Somebody's own places for what is to be looked at later.
create table shelf (
    id bigint primary key,
    account_id bigint not null,
    name varchar(60) not null,
    colour varchar(20) not null,
    position int not null,
    version int not null
);
create index shelf_of_account on shelf (account_id, position);

-- What somebody has done with what he was told: let pass, or put on a shelf.
create table tray_mark (
    notice_id bigint primary key references notice on delete cascade,
    shelf_id bigint references shelf,
    passed_at timestamp(6) with time zone,
    marked_at timestamp(6) with time zone not null
);
create index tray_mark_of_shelf on tray_mark (shelf_id);
create index notice_of_person on notice (person_id, id);
