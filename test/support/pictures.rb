# frozen_string_literal: true

require "zlib"

# Pictures as tests need them, made by hand from their formats.
module Pictures
  module_function

  # @param more [Array<Array(String, String)>] further chunks: kind, bytes
  # @param rows [String, nil] packed; nil: all of one grey
  # @return [String] a PNG of one grey
  def png(width, height, more: [], rows: nil)
    rows ||= Zlib.deflate("\0#{"\x80" * width}".b * height)
    chunks = [["IHDR", [width, height, 8, 0, 0, 0, 0].pack("N2C5")], *more, ["IDAT", rows], ["IEND", ""]]
    "\x89PNG\r\n\x1A\n".b + chunks.map { |kind, bytes| chunk(kind, bytes) }.join
  end

  def chunk(kind, bytes)
    [bytes.bytesize].pack("N") + kind.b + bytes.b + [Zlib.crc32(kind.b + bytes.b)].pack("N")
  end

  # A text that is small to send and unpacks to so many megabytes.
  def swollen_text(megabytes)
    deflate = Zlib::Deflate.new(Zlib::BEST_COMPRESSION)
    packed = +"".b
    megabytes.times { packed << deflate.deflate(" " * (1 << 20)) }
    ["zTXt", "Comment\0\0".b + packed + deflate.finish]
  end
end
