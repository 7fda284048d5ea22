"""Two web processes on two ports and two workers over one database, files in a bucket: whatever is done on one machine
holds on the other at once, and nothing is done twice."""

from __future__ import annotations

import hashlib
import http.cookiejar
import json
import os
import shutil
import subprocess
import sys
import tempfile
import urllib.error
import urllib.request
import uuid
from pathlib import Path
from typing import Any

import boto3
from apps.assignments.models import HandIn
from apps.kernel.models import StoredFile
from apps.layout.models import Item
from apps.notices.jobs import send_mail
from apps.notices.models import OutboxMail
from apps.people.models import Person
from django.db import connection
from django.test import TransactionTestCase, override_settings
from moto.server import ThreadedMotoServer
from procrastinate.contrib.django.models import ProcrastinateJob

from tests.base import INSTRUCTOR, KEEPS_UP
from tests.concurrency.test_killed_server import SERVER, SET_7A, Server
from tests.places import free_port, until
from tests.worlds import CLOCK, Committed

BIG = bytes(range(256)) * 4096
SMALL = b"Closed to 4 mm over 1.2 km"


class Machine(Server):
    """A web process as it runs for the demo, its limits and sessions kept in the database."""

    def __init__(self, extra: dict[str, str]) -> None:
        super().__init__()
        self.extra = extra

    def environment(self) -> dict[str, str]:
        return super().environment() | self.extra

    def come_as(self, username: str) -> None:
        from tools.measuring import signed_in

        name, _, value = signed_in(Person.objects.get(username=username)).partition("=")
        here = {"domain": "127.0.0.1", "domain_specified": False, "domain_initial_dot": False, "path": "/"}
        rest = {"path_specified": True, "secure": False, "expires": None, "discard": True, "comment": None}
        self.jar.set_cookie(
            http.cookiejar.Cookie(
                version=0,
                name=name,
                value=value,
                port=None,
                port_specified=False,
                comment_url=None,
                rest={},
                **here,
                **rest,
            )
        )

    def get(self, path: str) -> Any:
        with self.opener.open(self.base + path, timeout=20) as answer:
            return answer.read()

    def upload(self, path: str, name: str, content: bytes) -> None:
        edge = uuid.uuid4().hex
        head = f'--{edge}\r\nContent-Disposition: form-data; name="file"; filename="{name}"\r\n\r\n'
        data = head.encode() + content + f"\r\n--{edge}--\r\n".encode()
        headers = {"Content-Type": f"multipart/form-data; boundary={edge}", "Idempotency-Key": uuid.uuid4().hex}
        asked = urllib.request.Request(self.base + path, data=data, headers=headers | self.token(), method="POST")
        with self.opener.open(asked, timeout=30) as answer:
            answer.read()


class OverTwo(Committed):
    """What must hold however the two reach their database."""

    def setUp(self) -> None:
        super().setUp()
        port = free_port()
        bucket = ThreadedMotoServer(ip_address="127.0.0.1", port=port, verbose=False)
        bucket.start()
        self.addCleanup(bucket.stop)
        endpoint = f"http://127.0.0.1:{port}"
        self.s3 = boto3.client(
            "s3",
            endpoint_url=endpoint,
            region_name="us-east-1",
            aws_access_key_id="key",
            aws_secret_access_key="secret",
        )
        self.s3.create_bucket(Bucket="unvo")
        self.extra = {
            "DJANGO_SETTINGS_MODULE": "config.settings.demo",
            "UNVO_SECRET_KEY": "tests-only",
            "UNVO_S3_BUCKET": "unvo",
            "UNVO_S3_ENDPOINT": endpoint,
            "UNVO_S3_KEY": "key",
            "UNVO_S3_SECRET": "secret",
        }
        self.one, self.two = Machine(self.extra), Machine(self.extra)
        self.before_they_start()
        for machine in (self.one, self.two):
            machine.start()
            self.addCleanup(machine.kill)
        self.item = Item.objects.get(title=SET_7A)
        self.path = f"/api/courses/srv-110/items/{self.item.pk}"

    def before_they_start(self) -> None:
        """For what is to stand between them and the database."""

    def test_what_is_done_on_one_holds_on_the_other(self) -> None:
        self.one.come_as(INSTRUCTOR)
        self.two.come_as(KEEPS_UP)
        self.two.get("/api/courses/srv-110/weeks/7")
        self.one.send("PATCH", self.path, {"title": "Set 7A, renamed on one"})
        self.assertIn(b"renamed on one", self.two.get("/api/courses/srv-110/weeks/7"))
        # A key that one machine answered is answered alike by the other, and done once.
        self.one.come_as(KEEPS_UP)
        receipt = self.one.send("POST", f"{self.path}/hand-in", key="mine")
        self.assertEqual(self.two.send("POST", f"{self.path}/hand-in", key="mine"), receipt)
        handed_in = HandIn.objects.filter(item=self.item, person__username=KEEPS_UP).exclude(number=None)
        self.assertEqual(handed_in.count(), 1)

    def test_a_file_that_came_in_on_one_is_read_on_the_other(self) -> None:
        self.one.come_as(KEEPS_UP)
        self.two.come_as(KEEPS_UP)
        for name, content in (("book.bin", BIG), ("notes.txt", SMALL)):
            self.one.upload(f"{self.path}/hand-in/files", name, content)
            stored = StoredFile.objects.get(name=name)
            self.assertEqual(self.two.get(f"/files/{stored.key}/{name}"), content)
            kept = self.s3.get_object(Bucket="unvo", Key=stored.path)["Body"].read()
            self.assertEqual(hashlib.sha256(kept).hexdigest(), stored.sha256)
        self.assertTrue(self.sent_by_the_bucket("book.bin"), "no thread of ours is held by what is large")
        self.assertFalse(self.sent_by_the_bucket("notes.txt"))
        self.two.come_as("caspian.holt")
        for name in ("book.bin", "notes.txt"):
            with self.assertRaises(urllib.error.HTTPError) as refused:
                self.two.get(f"/files/{StoredFile.objects.get(name=name).key}/{name}")
            self.assertEqual(refused.exception.code, 403)
            refused.exception.close()

    def sent_by_the_bucket(self, name: str) -> bool:
        key = StoredFile.objects.get(name=name).key
        with self.two.opener.open(f"{self.two.base}/files/{key}/{name}", timeout=20) as answer:
            found: str = answer.url
        return found.startswith(self.extra["UNVO_S3_ENDPOINT"])


@override_settings(FIXED_CLOCK=CLOCK)
class TwoMachines(OverTwo, TransactionTestCase):
    def test_failures_to_sign_in_are_counted_over_both(self) -> None:
        codes = []
        for n in range(7):
            machine = (self.one, self.two)[n % 2]
            try:
                machine.send(
                    "POST", "/_allauth/browser/v1/auth/login", {"username": "caspian.holt", "password": "wrong-one"}
                )
            except urllib.error.HTTPError as error:
                codes.append(json.loads(error.read())["errors"][0]["code"])
                error.close()
        self.assertEqual(codes, ["username_password_mismatch"] * 5 + ["too_many_login_attempts"] * 2)

    def test_two_workers_do_every_job_once_and_one_goes_on_alone(self) -> None:
        before = OutboxMail.objects.count()
        people = [f"reader{n}@ostrell.example" for n in range(40)]
        for address in people:
            send_mail.defer(to=address, subject="To read", body="Once")
        workers = [self.worker(), self.worker()]
        until(lambda: OutboxMail.objects.count() > before + 5, "first mail", 60)
        workers[0].kill()
        until(lambda: not ProcrastinateJob.objects.filter(status="todo").exists(), "the rest", 60)
        sent = list(OutboxMail.objects.values_list("to", flat=True))[before:]
        self.assertEqual(len(sent), len(set(map(str, sent))), "no mail went out twice")
        self.assertGreaterEqual(len(sent), len(people) - 1, "but the one in the hands of who was killed")

    def worker(self) -> subprocess.Popen[bytes]:
        command = [sys.executable, "manage.py", "procrastinate", "-v", "0", "worker", "--delete-jobs=successful"]
        env = self.one.environment()
        made = subprocess.Popen(command, cwd=SERVER, env=env, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        self.addCleanup(made.wait)
        self.addCleanup(made.kill)
        return made


@override_settings(FIXED_CLOCK=CLOCK)
class ByPooler(OverTwo, TransactionTestCase):
    """The same through PgBouncer, by deploy/pgbouncer.ini with the places of this test."""

    def before_they_start(self) -> None:
        at, port = connection.settings_dict, free_port()
        folder = Path(tempfile.mkdtemp(prefix="unvo-pooler-"))
        self.addCleanup(shutil.rmtree, folder)
        conf = (SERVER.parent / "deploy" / "pgbouncer.ini").read_text()
        for old, new in (
            ("unvo = host=10.0.0.20 port=5432 dbname=unvo", f"{at['NAME']} = host={at['HOST']} port={at['PORT']}"),
            ("listen_addr = 10.0.0.20", "listen_addr = 127.0.0.1\nunix_socket_dir ="),
            ("listen_port = 6432", f"listen_port = {port}"),
            ("/etc/pgbouncer/userlist.txt", f"{folder}/users"),
        ):
            self.assertIn(old, conf)
            conf = conf.replace(old, new)
        (folder / "pgbouncer.ini").write_text(conf)
        (folder / "users").write_text(f'"{at["USER"]}" "{at["PASSWORD"]}"\n')
        folder.chmod(0o755)
        command = ["/usr/sbin/pgbouncer", "-q", str(folder / "pgbouncer.ini")]
        if os.geteuid() == 0:
            command[1:1] = ["-u", "postgres"]
        self.pooler = subprocess.Popen(command)
        self.addCleanup(self.pooler.wait)
        self.addCleanup(self.pooler.terminate)
        self.extra |= {"UNVO_WEB_POOLER": f"127.0.0.1:{port}"}

    def test_they_reach_the_database_by_it_alone(self) -> None:
        self.assertIn(b'"database": true', self.one.get("/health/ready"))
        self.pooler.terminate()
        self.pooler.wait()
        with self.assertRaises(urllib.error.HTTPError) as refused:
            self.one.get("/health/ready")
        self.assertEqual(refused.exception.code, 503)
        refused.exception.close()
