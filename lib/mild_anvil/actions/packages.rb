# frozen_string_literal: true

module MildAnvil
  module Actions
    # Data Packages: written, proved, taken in.
    module Packages
      # @param row [Hash] sha256 and name of a file that was handed in
      # @return [String] where its bytes lie in a package
      def self.original(row) = "originals/#{row[:sha256]}#{File.extname(row[:name])[/\A\.\w{1,8}\z/]}"
    end
  end
end
