-- Output devices, and what is released to them.
create table device (
    id bigint primary key,
    name varchar(60) not null unique,
    address varchar(500) not null,
    login_name varchar(100) not null,
    -- Encrypted under the key of the data directory.
    login_password varchar(1000) not null,
    switched_on boolean not null,
    for_everybody boolean not null,
    version int not null
);

-- One PDF on its way to a device. It outlives the device, so that what was printed where can still be told.
create table device_job (
    id bigint primary key,
    project_id bigint not null,
    device_id bigint not null,
    device_name varchar(60) not null,
    passage_id bigint,
    content_hash varchar(64) not null,
    name varchar(300) not null,
    paper varchar(20) not null,
    media varchar(80) not null,
    copies int not null,
    both_sides boolean not null,
    held boolean not null,
    asked_by bigint,
    because varchar(200) not null,
    asked_at timestamp(6) with time zone not null,
    -- How often it was put on its way anew, and whether it may have reached the device since.
    round int not null,
    begun boolean not null,
    state varchar(12) not null,
    said varchar(1000) not null,
    -- What the device calls its parts, in their order, between commas.
    at_device varchar(4000) not null,
    ended_at timestamp(6) with time zone
);
create index device_job_by_project on device_job (project_id, id);
create index device_job_by_device on device_job (device_id, id);
create index device_job_by_passage on device_job (passage_id);
create index device_job_by_state on device_job (state, id);
