# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # The files that were handed in, against the hash of their bytes.
      module Files
        KIND = "files"
        LEFT = ""

        module_function

        # @yield [String, nil] what is wrong with each
        def each
          Store::Models::SourceFile.order(:id).each { |file| yield wrong(file) }
        end

        def wrong(file)
          digest = OpenSSL::Digest.new("SHA256")
          bytes = file.each_part.sum { |part| digest.update(part) && part.bytesize }
          return if digest.hexdigest == file.sha256 && bytes == file.byte_count

          "#{file.name} (file #{file.id}) has #{bytes} bytes of another hash than the #{file.byte_count} handed in"
        rescue Tampered, Zlib::Error => e
          "#{file.name} (file #{file.id}): #{e.message}"
        end
        private_class_method :wrong
      end
    end
  end
end
