-- Whoever hands in files asks which revisions of his firm wait there for one of them, and each look at a folder asks what has left it last:
-- few of many, which were sought among all that ever lay there.
create index passage_waiting_in on passage (folder_id, author_firm_id, wait_until);
create index file_left on folder_file (folder_id, moved_to);
