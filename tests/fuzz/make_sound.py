"""Sound pictures by another writer (PIL, which uses libpng, libjpeg, libwebp, libtiff): make_sound.py FOLDER COUNT"""
import random
import sys
from pathlib import Path

from PIL import Image, ImageCms, ImageDraw, PngImagePlugin

folder, count = Path(sys.argv[1]), int(sys.argv[2])
PROFILE = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()


def picture(r, mode):
    size = (r.randint(1, 300), r.randint(1, 300))
    image = Image.effect_noise(size, r.randint(1, 90)).convert("RGB")
    draw = ImageDraw.Draw(image)
    for _ in range(r.randint(0, 9)):
        box = sorted(r.randint(0, 300) for _ in range(2)) + sorted(r.randint(0, 300) for _ in range(2))
        draw.ellipse([box[0], box[2], box[1], box[3]], fill=tuple(r.randint(0, 255) for _ in range(3)))
    if mode == "I;16":
        return image.convert("L").convert("I").point(lambda v: v * 257).convert("I;16")
    if mode in ("RGBA", "LA"):
        image = image.convert(mode)
        image.putalpha(Image.effect_noise(size, 60))
        return image
    return image.convert(mode)


def exif(r):
    block = Image.Exif()
    block[0x0112] = r.randint(1, 8)
    block[0x010F] = "Tansy Wharf"
    block[0x0132] = "2026:11:28 10:00:00"
    return block


def some(r, **options):
    return {k: v for k, v in options.items() if v is not None and r.random() < 0.5}


def png(r, path):
    mode = r.choice(["1", "L", "LA", "P", "RGB", "RGBA", "I;16"])
    info = PngImagePlugin.PngInfo()
    info.add_text("Title", "Kite")
    info.add_itxt("Comment", "a long text " * 50, zip=True)
    image = picture(r, mode)
    more = {"transparency": r.choice([0, bytes(range(16))])} if mode == "P" and r.random() < 0.5 else {}
    image.save(
        path, "PNG", compress_level=r.randint(0, 9), **more,
        **some(r, dpi=(300, 300), pnginfo=info, icc_profile=None if mode in ("I;16", "1") else PROFILE, exif=exif(r)),
    )


def jpeg(r, path):
    image = picture(r, r.choice(["L", "RGB"]))
    image.save(
        path, "JPEG", quality=r.randint(1, 100), subsampling=r.choice([0, 1, 2]), progressive=r.random() < 0.5,
        **some(r, dpi=(r.randint(72, 1200),) * 2, exif=exif(r), comment="drawn on a Tuesday", optimize=True, icc_profile=PROFILE, restart_marker_rows=1),
    )


def webp(r, path):
    image = picture(r, r.choice(["RGB", "RGBA", "L"]))
    image.save(
        path, "WEBP", lossless=r.random() < 0.5, quality=r.randint(0, 100), method=r.randint(0, 6),
        **some(r, exif=exif(r), icc_profile=PROFILE, xmp=b"<x/>"),
    )


def tiff(r, path):
    mode = r.choice(["1", "L", "P", "RGB", "RGBA", "LA"])
    packing = r.choice([None, "tiff_lzw", "tiff_adobe_deflate", "packbits", "tiff_deflate"])
    image = picture(r, mode)
    image.save(path, "TIFF", compression=packing, **some(r, dpi=(600, 600), description="Kite", software="scanner"))


def gpl(r, path):
    rows = "".join(
        f"{r.randint(0,255):3d} {r.randint(0,255):3d} {r.randint(0,255):3d}{r.choice([' ', chr(9), '  '])}{r.choice(['Chalk', 'Madder rose', 'Übergrün', ''])}\n"
        for _ in range(r.randint(1, 60))
    )
    head = "GIMP Palette\n" + r.choice(["Name: Brisk\n", ""]) + r.choice(["Columns: 4\n", ""]) + r.choice(["#\n", "# drawn\n", ""])
    path.write_text((head + rows).replace("\n", r.choice(["\n", "\r\n"])), encoding="utf-8")


WRITERS = {"png": png, "jpeg": jpeg, "webp": webp, "tiff": tiff, "palette": gpl}
for kind, write in WRITERS.items():
    for n in range(count):
        write(random.Random(f"{kind} {n}"), folder / f"{kind}-{n}")
