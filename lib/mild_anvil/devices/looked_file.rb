# frozen_string_literal: true

require "json"
require "openssl"

module MildAnvil
  module Devices
    # A photo or a paper as it came from a phone or a scanner: what it is, how large, without where it was taken.
    module LookedFile
      # bytes: as they are shown; original: as they came, where they are others
      Looked = Struct.new(:bytes, :media_type, :width, :height, :original_sha256, :original, keyword_init: true)
      MAX_BYTES = 12_000_000
      SHOWN = %w[application/pdf text/plain text/csv video/mp4 video/quicktime video/webm].freeze
      NAMED = /\.(jpe?g|png|webp|gif)\z/i
      PHOTOS = %r{image/(heic|heif|tiff|x-|bmp)}
      CLIPS = %w[video/mp4 video/quicktime].freeze # those that can hold where they were taken
      # Where and on which device it was taken: in every kind of tag that may hold it.
      PLACE = %w[-gps:all= -Keys:all= -UserData:all= -ItemList:all= -xmp:all= -iptc:all= -SerialNumber= -OwnerName=
                 -CameraOwnerName=].freeze
      TOOL = "exiftool"
      ASKED = %w[-json -n -fast2 -MIMEType -ImageWidth -ImageHeight -Error].freeze

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
        sha256 = OpenSSL::Digest::SHA256.hexdigest(bytes)
        Picture.kind(bytes) ? picture(bytes, sha256) : other(bytes, sha256, name)
      end

      def picture(bytes, sha256)
        drawn = Picture.redrawn(bytes)
        Looked.new(**drawn.to_h, original_sha256: sha256, original: bytes)
      end
      private_class_method :picture

      def other(bytes, sha256, name)
        found = look(bytes)
        type = found["MIMEType"].to_s
        refuse(why_not(type)) unless SHOWN.include?(type)
        refuse("is no picture, though its name says so") if NAMED.match?(name)
        clip = CLIPS.include?(type)
        Looked.new(bytes: clip ? cleaned(bytes) : bytes, media_type: type, width: found["ImageWidth"],
                   height: found["ImageHeight"], original_sha256: sha256, original: (bytes if clip))
      end
      private_class_method :other

      def look(bytes)
        output = Bounded.run(TOOL, *ASKED, "-", sent: bytes).to_s
        found = JSON.parse(output.empty? ? "[{}]" : output).first
        refuse("is no picture and no paper that could be shown") if found["Error"]
        found
      rescue JSON::ParserError
        refuse("is no picture and no paper that could be shown")
      end
      private_class_method :look

      def cleaned(bytes)
        output = Bounded.run(TOOL, *PLACE, "-o", "-", "-", sent: bytes).to_s
        return output unless output.empty?

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
