"""Answers to challenges by Python's standard library alone (RFC 6287, sections 5 and 6).

Prints lines of key, challenge, password (JSON) and answer; the same each time:
    python3 vectors.py > vectors.tsv
"""

import hashlib
import hmac
import json
import random
import unicodedata

SUITE = "OCRA-1:HOTP-SHA256-10:QA10-PSHA256"
ALPHABET = "23456789abcdefghjkmnpqrstuvwxyz"
ODD = ["é", "e\u0301", "ﬁ", "Å", "\u212b", "日本", "🚢", " ", "\t", "\\", '"', "'", "ß", "\u1e9b\u0323"]


def answer(key: bytes, question: str, password: str) -> str:
    pin = hashlib.sha256(unicodedata.normalize("NFC", password).encode("utf-8")).digest()
    data = SUITE.encode("ascii") + b"\0" + question.encode("ascii").ljust(128, b"\0") + pin
    mac = hmac.new(key, data, hashlib.sha256).digest()
    offset = mac[-1] & 0x0F
    number = int.from_bytes(mac[offset : offset + 4], "big") & 0x7FFFFFFF
    return f"{number % 10**10:010d}"


def main() -> None:
    draw = random.Random(6287)
    for _ in range(200):
        key = draw.randbytes(32)
        nine = [draw.randrange(31) for _ in range(9)]
        nine.append(sum((i + 1) * n for i, n in enumerate(nine)) % 31)
        question = "".join(ALPHABET[n] for n in nine)
        password = "".join(
            draw.choice(ODD) if draw.random() < 0.2 else chr(draw.randrange(33, 127))
            for _ in range(draw.randrange(1, 24))
        )
        print(key.hex(), question, json.dumps(password), answer(key, question, password), sep="\t")


main()
