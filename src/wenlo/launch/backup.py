"""Everything in one file, and back: while Wenlo runs or not, read back before it counts."""

import os
import time
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from pathlib import Path

from wenlo.launch import install, system
from wenlo.launch.cluster import GUEST, NAME, Cluster
from wenlo.launch.environment import HOME, PYTHON, Trouble, check_disk, clean_environment, locked, run, say
from wenlo.launch.serve import data_folder

TABLES = (
    "select quote_ident(table_schema) || '.' || quote_ident(table_name) from information_schema.tables "
    "where table_type = 'BASE TABLE' and table_schema not in ('pg_catalog', 'information_schema') order by 1"
)


@contextmanager
def _reached() -> Iterator[Cluster]:
    # the cluster that runs, or else one that runs for as long as this takes
    check_disk()
    programs = system.need_postgres()
    folder = data_folder()
    cluster = Cluster(programs=programs, data=folder, secret=folder.with_name("postgres.secret"))
    if cluster.running():
        cluster.port = cluster.noted_port()
        cluster.need_secret(GUEST)
        yield cluster
        return
    with locked("run", wait=False, busy="Wenlo is just starting ({who}); try again in a moment."):
        cluster.start()
        try:
            yield cluster
        finally:
            cluster.stop()


class Database:
    """One database of the cluster, and PostgreSQL's own programs for it."""

    def __init__(self, cluster: Cluster, name: str) -> None:
        self.cluster, self.name = cluster, name
        self._env = {
            "PATH": f"{cluster.programs}:/usr/bin:/bin",
            "LC_ALL": "C.UTF-8",
            "PGPASSWORD": cluster.secret.read_text().strip(),
        }

    def program(self, name: str, *arguments: str | Path, what: str) -> str:
        """Run one of PostgreSQL's programs and return what it printed."""
        there = ["-h", "127.0.0.1", "-p", str(self.cluster.port), "-U", NAME]
        return run([self.cluster.programs / name, *there, *arguments], what=what, env=self._env)

    def ask(self, query: str) -> list[str]:
        """Lines that a query answers with."""
        return self.cluster.ask(query, database=self.name)

    def counts(self) -> Mapping[str, int]:
        """Rows of every table."""
        tables = self.ask(TABLES)
        rows = self.ask(" union all ".join(f"select '{t}=' || count(*) from {t}" for t in tables)) if tables else []
        return {name: int(count) for name, count in (row.rsplit("=", 1) for row in rows)}

    def make(self) -> None:
        """Make it, empty."""
        self.drop()
        self.program("createdb", "-T", "template0", self.name, what="making a database")

    def drop(self) -> None:
        """Take it away, if it is there."""
        self.program("dropdb", "--if-exists", "--force", self.name, what="taking a database away")

    def fill(self, file: Path) -> None:
        """Read a backup into it."""
        self.program(
            "pg_restore",
            "--no-owner",
            "--no-privileges",
            "--exit-on-error",
            "-d",
            self.name,
            file,
            what="reading the backup (is it one of Wenlo's, and whole?)",
        )

    def rename(self, name: str) -> None:
        """Give it another name; whoever is in it is sent out."""
        # nobody may be in it meanwhile; whoever was comes back by itself
        end_all = f"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{self.name}'"
        for query in (
            f"alter database {self.name} allow_connections false",
            end_all,
            f"alter database {self.name} rename to {name}",
            f"alter database {name} allow_connections true",
        ):
            self.cluster.ask(query, database="postgres")
        self.name = name


def _one_file(arguments: Sequence[str], usage: str) -> Path:
    if len(arguments) != 1 or arguments[0].startswith("-"):
        raise Trouble(f"say which file: ./wenlo {usage} FILE", status=2)
    return Path(arguments[0]).resolve()


def backup(arguments: Sequence[str]) -> int:
    """Write everything into one file, and read it back before it gets its name.

    Parameters
    ----------
    arguments: the file, which must not be there yet.
    """
    file = _one_file(arguments, "backup")
    if file.exists():
        raise Trouble(f"{file} is there already; nothing was written.", status=2)
    if not (data_folder() / "global").is_dir():
        raise Trouble("there is nothing to back up yet.", status=2)
    with _reached() as cluster:
        counts = write_backup(Database(cluster, NAME), file)
    say(f"{file}: {sum(counts.values())} rows in {len(counts)} tables, {file.stat().st_size / 1e6:.1f} MB, read back")
    return 0


def write_backup(live: Database, file: Path) -> Mapping[str, int]:
    """Write and verify a backup; rows of each table in it.

    Raises
    ------
    Trouble
        When it cannot be written, or does not read back as it was.
    """
    copy = Database(live.cluster, f"{NAME}_check_{os.getpid()}")
    part = file.with_name(f".{file.name}.part")
    try:
        before = live.counts()
        live.program(
            "pg_dump", "-Fc", "--no-owner", "--no-privileges", "-f", part, live.name, what="writing the backup"
        )
        after = live.counts()
        copy.make()
        copy.fill(part)
        found = copy.counts()
        # what was saved while it was written may be in it or not
        wrong = [
            t
            for t in before.keys() | found.keys()
            if not min(before.get(t, 0), after.get(t, 0)) <= found.get(t, -1) <= max(before.get(t, 0), after.get(t, 0))
        ]
        if wrong:
            raise Trouble(f"the backup does not read back as it was ({', '.join(sorted(wrong)[:3])}); it was not kept.")
        part.chmod(0o600)
        part.rename(file)
    finally:
        part.unlink(missing_ok=True)
        copy.drop()
    return found


def restore(arguments: Sequence[str]) -> int:
    """Bring back what a backup holds, in the place of what there is, which is backed up first.

    Parameters
    ----------
    arguments: the file, of this version or an older one.
    """
    file = _one_file(arguments, "restore")
    if not file.is_file():
        raise Trouble(f"there is no file {file}.", status=2)
    install.install()
    with _reached() as cluster:
        new, live = Database(cluster, f"{NAME}_new_{os.getpid()}"), Database(cluster, NAME)
        try:
            new.make()
            new.fill(file)
            env = {**clean_environment(), "WENLO_DATABASE_URL": cluster.url.rsplit("/", 1)[0] + f"/{new.name}"}
            run([PYTHON, "-m", "wenlo.cli", "prepare"], what="bringing the backup to this version", env=env)
            cluster.let_in(GUEST, database=new.name)
            counts = new.counts()
            kept = HOME / "backups" / f"before-restore-{time.strftime('%Y%m%d-%H%M%S')}.backup"
            kept.parent.mkdir(parents=True, exist_ok=True)
            # from here on nothing can be saved, so that nothing saved is in neither of the two
            live.rename(f"{NAME}_old_{os.getpid()}")
            try:
                write_backup(live, kept)
                new.rename(NAME)
            except BaseException:
                live.rename(NAME)
                raise
            live.drop()
        finally:
            if new.name != NAME:
                new.drop()
    say(f"{sum(counts.values())} rows in {len(counts)} tables are back; what was there before is kept in {kept}")
    return 0
