# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Photos, papers and the logs of checks: their bytes against their hash.
      module Attachments
        KIND = "attachments"
        LEFT = ""

        module_function

        # @yield [String, nil]
        def each
          Store::Models::Attachment.order(:id).select_map(:id).each do |id| # one at a time: they are large
            yield wrong(Store::Models::Attachment[id])
          end
          Store::Models::AttachmentOriginal.order(:attachment_id).select_map(:attachment_id).each do |id|
            yield wrong(Store::Models::AttachmentOriginal[id])
          end
        end

        def wrong(row)
          Pictures.sound!(row)
          nil
        rescue Tampered => e
          "attachment #{row.id}: #{e.message}"
        end
        private_class_method :wrong
      end
    end
  end
end
