# frozen_string_literal: true

require "json"
require "open3"
require "openssl"

module MildAnvil
  module Devices
    # A photo or a paper as it came from a phone or a scanner: what it is, how large, without where it was taken.
    module LookedFile
      Looked = Struct.new(:bytes, :media_type, :width, :height, :original_sha256, keyword_init: true)
      MAX_BYTES = 12_000_000
      MAX_PIXELS = 80_000_000
      SHOWN = %w[image/jpeg image/png image/webp image/gif application/pdf text/plain text/csv
                 video/mp4 video/quicktime video/webm].freeze
      NAMED = /\.(jpe?g|png|webp|gif)\z/i
      PHOTOS = %r{image/(heic|heif|tiff|x-|bmp)}
      PICTURES = SHOWN.grep(/image/).freeze
      CLIPS = %w[video/mp4 video/quicktime].freeze # those that can hold where they were taken
      # Where and on which device it was taken: in every kind of tag that may hold it.
      PLACE = %w[-gps:all= -Keys:all= -UserData:all= -xmp:all= -iptc:all= -xmp-exif:all= -SerialNumber= -OwnerName=
                 -CameraOwnerName=].freeze
      TOOL = "exiftool"
      ASKED = %w[-json -n -fast -MIMEType -ImageWidth -ImageHeight -Error].freeze

      module_function

      # @param file [File, Tempfile] open for reading; it may have no name any more
      # @param name [String] as it was sent
      # @return [Looked]
      # @raise [InvalidInput] in words
      def of(file, name: "")
        size = file.size
        refuse("has #{size / 1_000_000} MB; up to #{MAX_BYTES / 1_000_000} MB are kept") if size > MAX_BYTES
        refuse("is empty") if size.zero?
        file.rewind
        bytes = file.binmode.read
        found = look(bytes)
        type = found["MIMEType"].to_s
        refuse(why_not(type)) unless SHOWN.include?(type)
        refuse("is no picture, though its name says so") if NAMED.match?(name) && !PICTURES.include?(type)
        picture!(found, bytes) if PICTURES.include?(type)
        Looked.new(bytes: (PICTURES + CLIPS).include?(type) ? cleaned(bytes) : bytes, media_type: type,
                   width: found["ImageWidth"], height: found["ImageHeight"],
                   original_sha256: OpenSSL::Digest::SHA256.hexdigest(bytes))
      end

      def look(bytes)
        output, = Open3.capture2(TOOL, *ASKED, "-", stdin_data: bytes, binmode: true, err: File::NULL)
        found = JSON.parse(output.empty? ? "[{}]" : output).first
        refuse("is no picture and no paper that could be shown") if found["Error"]
        found
      rescue JSON::ParserError
        refuse("is no picture and no paper that could be shown")
      end
      private_class_method :look

      def picture!(found, bytes)
        width, height = found.values_at("ImageWidth", "ImageHeight").map(&:to_i)
        refuse("is no whole picture") unless width.positive? && height.positive? && ended?(bytes, found["MIMEType"])
        refuse("has #{width} × #{height} points: more than any camera makes") if width * height > MAX_PIXELS
      end
      private_class_method :picture!

      # The marks that end a picture: half a picture is none.
      ENDS = { "image/jpeg" => "\xFF\xD9".b, "image/png" => "IEND\xAEB`\x82".b }.freeze
      TAIL = 64_000 # phones write more behind it
      private_constant :ENDS, :TAIL

      def ended?(bytes, type)
        mark = ENDS[type] or return true
        bytes.byteslice([bytes.bytesize - TAIL, 0].max..).include?(mark)
      end
      private_class_method :ended?

      def cleaned(bytes)
        output, status = Open3.capture2(TOOL, *PLACE, "-o", "-", "-", stdin_data: bytes, binmode: true, err: File::NULL)
        return output if status.success? && !output.empty?

        refuse("cannot be cleaned of the place where it was taken")
      end
      private_class_method :cleaned

      def why_not(type)
        return "is #{type.delete_prefix('image/')}, which no browser shows: send it as JPEG" if PHOTOS.match?(type)

        "is #{type.empty? ? 'nothing known' : type}: photos (JPEG, PNG, WebP), clips (MP4, WebM), PDF and text are kept"
      end
      private_class_method :why_not

      def refuse(words) = raise(InvalidInput.new("The file #{words}", fields: { file: words }))
      private_class_method :refuse
    end
  end
end
