# frozen_string_literal: true

require "json"
require "rbconfig"

module MildAnvil
  module Devices
    # The one way for every picture that somebody sends: looked at in a process of its own, drawn anew from its pixels
    # upright and in plain colours, and nothing else of it survives: no place, no owner, no device, no text, no second
    # picture behind the first.
    module Picture
      # bytes: as drawn anew; width, height: points
      Drawn = Struct.new(:bytes, :media_type, :width, :height, keyword_init: true)
      MAX_PIXELS = 80_000_000 # more than any camera makes
      MAX_SIDE = 16_000
      KEPT_PIXELS = 24_000_000 # larger ones are drawn smaller
      MARK_PIXELS = 1_000_000 # of what stands at the head of papers and on sketches
      SCRIPT = File.expand_path("../../../bin/redraw-picture", __dir__)
      KINDS = { "\xFF\xD8\xFF".b => "image/jpeg", "\x89PNG\r\n\x1A\n".b => "image/png", "GIF8".b => "image/gif" }.freeze
      TOLD = { "large" => "has more than #{MAX_PIXELS / 1_000_000} million points, or a side of more than " \
                          "#{MAX_SIDE}: more than any camera makes" }.freeze
      HARMED = "is no whole picture, or takes too long to be looked at"

      module_function

      # @param head [String] first bytes of a file
      # @return [String, nil] media type, by what it is and not by its name
      def kind(head)
        start = head.byteslice(0, 16).to_s.b
        return "image/webp" if start.start_with?("RIFF") && start.byteslice(8, 4) == "WEBP"

        KINDS.find { |magic, _| start.start_with?(magic) }&.last
      end

      # @param bytes [String]; @param pixels [Integer] that are kept at most
      # @return [Drawn]
      # @raise [InvalidInput] in words
      def redrawn(bytes, pixels: KEPT_PIXELS)
        type = kind(bytes) or refuse("is neither JPEG, PNG, WebP nor GIF")
        answer = Bounded.run(RbConfig.ruby, SCRIPT, type, MAX_PIXELS.to_s, MAX_SIDE.to_s, pixels.to_s, sent: bytes)
        head, drawn = answer.to_s.split("\n", 2)
        told = head.to_s.start_with?("{") ? JSON.parse(head) : {}
        refuse(TOLD.fetch(told["refused"], HARMED)) if told["media_type"].nil?
        Drawn.new(bytes: drawn, media_type: told["media_type"], width: told["width"], height: told["height"])
      end

      def refuse(words) = raise(InvalidInput.new("The file #{words}", fields: { file: words }))
      private_class_method :refuse
    end
  end
end
