#!/usr/bin/env bash
# Makes a Debian package of the built application: build.sh APP DIRECTORY. Says the name of the package's file.
set -euo pipefail
here=$(cd "$(dirname "${BASH_SOURCE[0]}")" && pwd)
app=$1
to=$2
version=$(sed -n 's:.*<version>\(.*\)</version>.*:\1:p' "$here/../pom.xml" | sed -n 2p)
root=$(mktemp -d)
trap 'rm -rf "$root"' EXIT
chmod 755 "$root"
install -d "$root/DEBIAN" "$root/usr/bin" "$root/usr/lib/pervius" "$root/usr/lib/systemd/system" "$root/etc/pervius" "$root/usr/share/doc/pervius"
install -m 755 "$here/pervius" "$root/usr/bin/pervius"
install -m 755 "$here/note-times" "$root/usr/lib/pervius/note-times"
cp -p "$app/pervius.jar" "$app/prepared-serve.jar" "$root/usr/lib/pervius/"
cp -rp "$app/lib" "$root/usr/lib/pervius/lib"
install -m 644 "$here/pervius.service" "$root/usr/lib/systemd/system/pervius.service"
install -m 640 "$here/pervius.conf" "$root/etc/pervius/pervius.conf"
install -m 644 "$here/nginx.conf" "$here/../docs/operating.md" "$app/sbom.json" "$app/sbom-web.json" "$root/usr/share/doc/pervius/"
find "$root/usr/lib/pervius" -type d -exec chmod 755 {} + -o -name '*.jar' -exec chmod 644 {} +
install -m 755 "$here/postinst" "$here/prerm" "$root/DEBIAN/"
echo /etc/pervius/pervius.conf > "$root/DEBIAN/conffiles"
cat > "$root/DEBIAN/control" <<CONTROL
Package: pervius
Version: $version
Section: web
Priority: optional
Architecture: all
Depends: adduser, openjdk-25-jre-headless | java25-runtime-headless
Recommends: qpdf, ghostscript
Suggests: nginx, libreoffice-writer-nogui, libreoffice-calc-nogui, libreoffice-impress-nogui
Installed-Size: $(du -sk "$root/usr" | cut -f1)
Maintainer: Pervius <pervius@localhost>
Description: Document control on engineering projects
 A file that lands in a folder gets its controlled number, goes past reviewers and
 an approver, is published into a shared status folder once approved, and everyone
 concerned is told.
CONTROL
mkdir -p "$to"
dpkg-deb --root-owner-group -Zgzip -z1 --build "$root" "$to/pervius_${version}_all.deb" >/dev/null
echo "$to/pervius_${version}_all.deb"
