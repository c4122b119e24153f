-- A group of players looked at together: a junior squad, a tournament's stringing list.
CREATE TABLE squad (
  id text PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  retired boolean NOT NULL DEFAULT false,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE TABLE squad_member (
  squad_id text NOT NULL REFERENCES squad (id) ON DELETE CASCADE,
  player_id text NOT NULL REFERENCES player (id) ON DELETE CASCADE,
  PRIMARY KEY (squad_id, player_id)
);
CREATE INDEX squad_member_player ON squad_member (player_id);
