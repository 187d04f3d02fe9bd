# Writes the photographs of the tests with another library than the one that reads them: Pillow (Debian's python3-pil, 9.4). Each shows the same
# picture, held in one of the eight ways of CIPA DC-008, with a made-up camera, time and place written into it.
from PIL import Image, ImageDraw, PngImagePlugin

W, H = 240, 160
upright = Image.new("RGB", (W, H), (128, 128, 128))
d = ImageDraw.Draw(upright)
for box, c in (((0, 0, 59, 39), (220, 30, 30)), ((180, 0, 239, 39), (30, 200, 30)), ((0, 120, 59, 159), (30, 30, 220)), ((180, 120, 239, 159), (250, 250, 250))):
    d.rectangle(box, fill=c)

T = Image.Transpose
# What the camera did to the scene is undone by its orientation: these are the inverses.
held = {1: None, 2: T.FLIP_LEFT_RIGHT, 3: T.ROTATE_180, 4: T.FLIP_TOP_BOTTOM, 5: T.TRANSPOSE, 6: T.ROTATE_90, 7: T.TRANSVERSE, 8: T.ROTATE_270}


def notes(orientation):
    e = Image.Exif()
    e[0x010F] = "MakeOfTest"
    e[0x010E] = "Above the fold, Velna"
    e[0x0112] = orientation
    e[0x8769] = {0x9003: "2026:09:12 10:31:07"}
    e[0x8825] = {1: "N", 2: (49.0, 18.0, 0.0), 3: "E", 4: (19.0, 18.0, 0.0)}
    return e.tobytes()


for n, how in held.items():
    lies = upright if how is None else upright.transpose(how)
    lies.save(f"{n}.jpg", quality=90, exif=notes(n), comment=b"Velna")
    if n == 6:
        more = PngImagePlugin.PngInfo()
        more.add_text("Comment", "Velna")
        lies.save("6.png", exif=notes(n), pnginfo=more)
        lies.save("6.webp", lossless=True, exif=notes(n), xmp=b"<x:xmpmeta xmlns:x='adobe:ns:meta/'>Velna http://ns.adobe.com/exif/1.0/</x:xmpmeta>")
