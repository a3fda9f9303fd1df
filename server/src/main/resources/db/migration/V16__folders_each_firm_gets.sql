-- What lies in the folder that each firm gets in this one.
alter table folder add column for_each_firm varchar(20000) default '[]' not null;
