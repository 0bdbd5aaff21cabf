"""Checks an export or a receipt with Python's standard library; openssl checks the signature."""
import base64, hashlib, json, subprocess, sys, tempfile

h = lambda b: hashlib.sha256(b).digest()
leaf = lambda text: h(b"\0" + text.encode())
node = lambda a, b: h(b"\1" + a + b)
b64 = base64.b64decode


def joined(stack):
    root = stack[-1][1]
    for _, left in reversed(stack[:-1]):
        root = node(left, root)
    return root


def push(stack, size, root):
    while stack and stack[-1][0] == size:
        root, size = node(stack.pop()[1], root), size * 2
    stack.append((size, root))


def cover(at, end):
    while at < end:
        size = 1 << ((end - at).bit_length() - 1)
        if at:
            size = min(size, at & -at)
        yield size
        at += size


def disclosed(entry):
    personal = json.loads(entry["leaf"])["personal"]
    for field, given in entry["disclosed"].items():
        value = json.dumps(given["value"], ensure_ascii=False).encode()
        assert personal[field] == base64.b64encode(h(b"\2" + b64(given["salt"]) + value)).decode(), field


def signed(note, key):
    text, lines = note.split("\n\n", 1)
    name, _, public = key.split("+", 2)
    signature = b64(next(l.split(" ")[2] for l in lines.split("\n") if l.startswith("— " + name + " ")))[4:]
    der = bytes.fromhex("302a300506032b6570032100") + b64(public)[1:]
    with tempfile.TemporaryDirectory() as d:
        for file, data in (("k", der), ("t", (text + "\n").encode()), ("s", signature)):
            open(d + "/" + file, "wb").write(data)
        subprocess.run(["openssl", "pkeyutl", "-verify", "-pubin", "-keyform", "DER", "-inkey", d + "/k",
                        "-rawin", "-in", d + "/t", "-sigfile", d + "/s"], check=True, stdout=subprocess.DEVNULL)
    lines = text.split("\n")
    return int(lines[1]), b64(lines[2])


def included(hash, at, size, proof, root):
    end = size - 1
    for p in map(b64, proof):
        if at & 1 or at == end:
            hash = node(p, hash)
            while not at & 1 and at:
                at, end = at >> 1, end >> 1
        else:
            hash = node(hash, p)
        at, end = at >> 1, end >> 1
    assert end == 0 and hash == root


def sealed(given, key):
    """Goes from the key to those that took over from it, each signed by the one before."""
    for change in given.get("keys", []):
        told = json.loads(change["leaf"])
        if told["data"]["from"] == key:
            size, root = signed(change["seal"], key)
            included(leaf(change["leaf"]), change["number"], size, change["proof"], root)
            assert told["kind"] == "key-changed"
            key = told["data"]["to"]
    return signed(given["seal"], key)


def export(lines, key):
    last = json.loads(lines[-1])
    size, root = sealed(last, key)
    entries = [json.loads(line) for line in lines[:-1]]
    begin = entries[0]["number"] if entries else 0
    stack, before = [], iter(last["before"])
    for part in cover(0, begin):
        push(stack, part, b64(next(before)))
    for place, entry in enumerate(entries, begin):
        assert entry["number"] == place
        disclosed(entry)
        push(stack, 1, leaf(entry["leaf"]))
    for part, given in zip(cover(begin + len(entries), size), last["after"], strict=True):
        push(stack, part, b64(given))
    assert joined(stack) == root


def receipt(given, key):
    size, root = sealed(given, key)
    for entry in given["entries"]:
        disclosed(entry)
        included(leaf(entry["leaf"]), entry["number"], size, entry["proof"], root)


# Lines end with a line feed and with nothing else: texts may hold what other readers take for an end.
text = open(sys.argv[1], encoding="utf-8", newline="\n").read()
receipt(json.loads(text), sys.argv[2]) if text.startswith('{"entries"') else export(text.removesuffix("\n").split("\n"), sys.argv[2])
print("proved")
