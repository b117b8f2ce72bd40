INSERT INTO events (id, job_id, what, body, by_whom, at)
SELECT lower(hex(randomblob(16))), job_id, 'share', json_object('for', said_for), made_by, made_at
  FROM shares ORDER BY made_at;
INSERT INTO events (id, job_id, what, body, by_whom, at)
SELECT lower(hex(randomblob(16))), job_id, 'share', json_object('for', said_for, 'removed', json('true')), revoked_by,
    revoked_at
  FROM shares WHERE revoked_at <> '' ORDER BY revoked_at;
