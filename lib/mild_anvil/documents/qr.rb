# frozen_string_literal: true

require "rqrcode_core"

module MildAnvil
  module Documents
    # A code that opens what it stands on.
    module Qr
      module_function

      # The dark modules of each row run together, so that no printer leaves hairs between them.
      # @param at [Array(Float, Float)] its upper left corner; @param side [Float] in points
      def draw(pdf, text, at:, side:)
        modules = RQRCodeCore::QRCode.new(text, level: :m).modules
        size = side / modules.size.to_f
        pdf.fill_color Sheet::INK
        modules.each_with_index do |line, y|
          line.each_with_index.chunk_while { |(a, _), (b, _)| a == b }.each do |run|
            next unless run.first.first

            pdf.fill_rectangle([at.first + (run.first.last * size), at.last - (y * size)], run.size * size, size)
          end
        end
      end
    end
  end
end
