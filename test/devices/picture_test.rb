# frozen_string_literal: true

require_relative "../test_helper"
require_relative "../support/pictures"
require "open3"
require "vips"

# Every picture is drawn anew from its points: whatever else was in its file is gone, and what would take for ever, or
# all the memory, is refused in time.
class PictureTest < CoreCase
  Picture = MildAnvil::Devices::Picture
  Looked = MildAnvil::Devices::LookedFile
  SECRETS = { "GPSLatitude" => "51.5", "GPSLatitudeRef" => "N", "Artist" => "Mara Quill", "OwnerName" => "Mara Quill",
              "SerialNumber" => "SN-778", "LensModel" => "Lens of Mara", "HostComputer" => "Phone of Mara",
              "XMP-dc:Creator" => "Mara Quill", "XMP-exif:GPSLongitude" => "1.25", "IPTC:City" => "Fernhollow",
              "Comment" => "taken by Mara" }.freeze

  def grey(width = 60, height = 40) = Vips::Image.black(width, height).linear(1, 120).cast(:uchar)
  def rgb(...) = grey(...).then { |one| one.bandjoin([one, one]).copy(interpretation: :srgb) }

  def with_secrets(bytes, ending)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "a.#{ending}")
      File.binwrite(path, bytes)
      tags = SECRETS.map { |name, value| "-#{name}=#{value}" }
      thumb = File.join(folder, "thumb.jpg")
      File.binwrite(thumb, rgb(16, 16).jpegsave_buffer)
      tags << "-ThumbnailImage<=#{thumb}" if ending == "jpg"
      system("exiftool", "-q", "-overwrite_original", *tags, path, err: File::NULL)
      File.binread(path)
    end
  end

  def told(bytes) = Open3.capture2("exiftool", "-a", "-u", "-G1", "-", stdin_data: bytes, binmode: true).first

  def test_nothing_but_its_points_survives
    { "jpg" => rgb.jpegsave_buffer, "png" => rgb.pngsave_buffer, "webp" => rgb.webpsave_buffer }.each do |ending, plain|
      sent = with_secrets(plain, ending)
      assert_match(/Mara/, told(sent), "#{ending}: the test puts it there")
      # And a second picture behind the first, as some phones write it.
      drawn = Picture.redrawn(sent + rgb(8, 8).jpegsave_buffer + "Mara behind".b)
      words = told(drawn.bytes)

      refute_match(/Mara|Fernhollow|GPS|SN-778|Thumbnail|XMP|IPTC|Lens/i, words, ending)
      refute_includes drawn.bytes, "Mara"
      assert_equal [60, 40], [drawn.width, drawn.height]
    end
  end

  def test_texts_in_a_png_are_gone
    sent = Pictures.png(30, 20, more: [["tEXt", "Author\0Mara Quill"], ["iTXt", "Location\0\0\0\0\0Fernhollow"],
                                       ["eXIf", "II*\0Mara"]])

    refute_match(/Mara|Fernhollow/, Picture.redrawn(sent).bytes.force_encoding("BINARY"))
  end

  def test_it_stands_upright_and_its_points_are_those_that_were_sent
    turned = rgb(60, 40).mutate { |one| one.set_type!(GObject::GINT_TYPE, "orientation", 6) }
    drawn = Picture.redrawn(turned.jpegsave_buffer(Q: 95))
    assert_equal [40, 60], [drawn.width, drawn.height]
    back = Vips::Image.new_from_buffer(drawn.bytes, "")

    assert_in_delta 120, back.avg, 2
    assert_equal "image/png", Picture.redrawn(rgb.bandjoin(128).webpsave_buffer(lossless: true)).media_type
  end

  def test_other_colours_are_made_plain
    cmyk = rgb.colourspace(:cmyk).jpegsave_buffer
    deep = rgb.cast(:ushort).linear(257, 0).cast(:ushort).copy(interpretation: :rgb16).pngsave_buffer

    [cmyk, deep, grey.pngsave_buffer].each do |bytes|
      back = Vips::Image.new_from_buffer(Picture.redrawn(bytes).bytes, "")
      assert_includes [%i[srgb uchar], %i[b-w uchar]].map { |pair| pair.map(&:to_s) },
                      [back.interpretation.to_s, back.format.to_s]
    end
  end

  # Small to send: refused before its points are made, whatever it says.
  def test_more_points_than_any_camera_makes_are_refused
    rows = Zlib.deflate("\0" * 1_000_000)
    { [20_000, 20_000] => /million points/, [90_000, 10] => /million points/, [2_000_000_000, 2] => /no whole|million/,
      [0, 10] => /no whole/ }.each do |(width, height), words|
      error = assert_raises(MildAnvil::InvalidInput) { Picture.redrawn(Pictures.png(width, height, rows: rows)) }
      assert_match words, error.message, "#{width} x #{height}"
    end
  end

  # What made the cleaner take four gigabytes: a text of a gigabyte in a picture of one point.
  def test_a_text_that_swells_is_not_unpacked
    sent = Pictures.png(4, 4, more: [Pictures.swollen_text(1000)])
    assert_operator sent.bytesize, :<, 1_200_000
    looked = begin
      Tempfile.create("bomb", binmode: true) { |file| file.write(sent) && Looked.of(file, name: "a.png") }
    rescue MildAnvil::InvalidInput
      nil # refused is as good
    end

    assert_includes [nil, [4, 4]], looked && [looked.width, looked.height]
    assert_operator looked.bytes.bytesize, :<, 10_000 if looked
  end

  def test_half_a_picture_and_none_are_refused
    whole = rgb(400, 300).jpegsave_buffer
    [whole[0, whole.bytesize / 2], "\xFF\xD8\xFFnothing".b, "GIF89a".b, "RIFF\0\0\0\0WEBP".b,
     Pictures.png(50, 50)[0, 60]].each do |bytes|
      assert_match(/no whole picture/, assert_raises(MildAnvil::InvalidInput) { Picture.redrawn(bytes) }.message)
    end
    assert_match(/neither JPEG/, assert_raises(MildAnvil::InvalidInput) { Picture.redrawn("<svg/>") }.message)
  end

  def test_what_goes_beyond_its_limits_is_ended_and_nobody_else_notices
    bounded = MildAnvil::Devices::Bounded

    assert_equal "abc", bounded.run("cat", sent: "abc")
    assert_nil bounded.run("sleep", "60", sent: "", seconds: 1)
    assert_nil bounded.run("ruby", "--disable-gems", "-e", "a = 'x' * (2 << 30)", sent: "", megabytes: 600)
    assert_nil bounded.run("cat", "/dev/zero", sent: "")
    assert_nil bounded.run("false", sent: "x" * 1_000_000)
  end
end
